package lectomen.engine.office;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Section;
import lectomen.engine.flow.Table;

/**
 * Tells a document in lines, for tests: a paragraph each, a table's row each, what stands apart after {@code aside}. Runs with formatting of
 * their own say so in braces where that is wanted.
 */
final class Told {
    /** What is told of the formatting of a run, by the word that stands for it. */
    private static final Map<String, FormatProperty<?>> OF_RUNS = new java.util.LinkedHashMap<>();

    /** What is told of the formatting of a paragraph. */
    private static final Map<String, FormatProperty<?>> OF_PARAGRAPHS = new java.util.LinkedHashMap<>();

    static {
        OF_RUNS.put("bold", FormatProperty.BOLD);
        OF_RUNS.put("italic", FormatProperty.ITALIC);
        OF_RUNS.put("underline", FormatProperty.UNDERLINE);
        OF_RUNS.put("struck", FormatProperty.STRUCK);
        OF_RUNS.put("capitals", FormatProperty.CAPITALS);
        OF_RUNS.put("small capitals", FormatProperty.SMALL_CAPITALS);
        OF_RUNS.put("script", FormatProperty.SCRIPT);
        OF_RUNS.put("raised", FormatProperty.RAISED);
        OF_RUNS.put("spacing", FormatProperty.SPACING);
        OF_RUNS.put("size", FormatProperty.SIZE);
        OF_RUNS.put("colour", FormatProperty.COLOUR);
        OF_RUNS.put("marker", FormatProperty.MARKER);
        OF_RUNS.put("font", FormatProperty.FONT);
        OF_RUNS.put("language", FormatProperty.LANGUAGE);
        OF_PARAGRAPHS.put("align", FormatProperty.ALIGN);
        OF_PARAGRAPHS.put("left", FormatProperty.LEFT);
        OF_PARAGRAPHS.put("right", FormatProperty.RIGHT);
        OF_PARAGRAPHS.put("first", FormatProperty.FIRST);
        OF_PARAGRAPHS.put("before", FormatProperty.BEFORE);
        OF_PARAGRAPHS.put("after", FormatProperty.AFTER);
        OF_PARAGRAPHS.put("leading", FormatProperty.LEADING);
        OF_PARAGRAPHS.put("with next", FormatProperty.WITH_NEXT);
        OF_PARAGRAPHS.put("together", FormatProperty.TOGETHER);
        OF_PARAGRAPHS.put("new page", FormatProperty.NEW_PAGE);
        OF_PARAGRAPHS.put("shading", FormatProperty.SHADING);
        OF_PARAGRAPHS.put("from right", FormatProperty.FROM_RIGHT);
    }

    private final List<String> wanted;
    private final List<String> lines = new ArrayList<>();

    private Told(List<String> wanted) {
        this.wanted = wanted;
    }

    /** @param wanted the properties that are told */
    static List<String> of(FlowDocument document, List<String> wanted) {
        Told told = new Told(wanted);
        boolean first = true;
        for (Section section : document.sections()) {
            if (!first) {
                told.lines.add("section: " + plain(section.start().name()));
            }
            first = false;
            told.running("head", section.heads());
            told.blocks(section.blocks(), "");
            told.running("foot", section.feet());
        }
        return told.lines;
    }

    private void running(String name, Section.Running running) {
        running.usual().ifPresent(blocks -> blocks(blocks, name + ": "));
        running.first().ifPresent(blocks -> blocks(blocks, "first " + name + ": "));
        running.even().ifPresent(blocks -> blocks(blocks, "even " + name + ": "));
    }

    private void blocks(List<Block> blocks, String before) {
        for (Block block : blocks) {
            if (block instanceof Paragraph paragraph) {
                lines.add(before + text(paragraph));
            } else if (block instanceof Aside aside) {
                blocks(aside.blocks(), before + "aside: ");
            } else {
                for (Table.Row row : ((Table) block).rows()) {
                    lines.add(before + (row.head() ? "head " : "") + row(row));
                }
            }
        }
    }

    private String row(Table.Row row) {
        StringBuilder out = new StringBuilder("|");
        for (Table.Cell cell : row.cells()) {
            List<String> inside = new Told(wanted).told(cell.blocks());
            out.append(' ');
            if (cell.across() > 1 || cell.down() > 1) {
                out.append(cell.across()).append('x').append(cell.down()).append(' ');
            }
            out.append(String.join(" / ", inside)).append(" |");
        }
        return out.toString();
    }

    private List<String> told(List<Block> blocks) {
        blocks(blocks, "");
        return lines;
    }

    private String text(Paragraph paragraph) {
        StringBuilder out = new StringBuilder();
        int heading = paragraph.look().get(FormatProperty.HEADING);
        if (heading > 0) {
            out.append("h").append(heading).append(' ');
        }
        out.append(look(paragraph.look(), OF_PARAGRAPHS));
        paragraph
                .label()
                .ifPresent(label -> out.append('(').append(label.text()).append(") "));
        paragraph.inlines().forEach(inline -> out.append(inline(inline)));
        return out.toString();
    }

    private String inline(Inline inline) {
        if (inline instanceof Inline.Text text) {
            if (text.look().get(FormatProperty.HIDDEN)) {
                return "";
            }
            return text.text() + look(text.look(), OF_RUNS) + (text.link().isEmpty() ? "" : "<" + text.link() + ">");
        } else if (inline instanceof Inline.Tab) {
            return "→";
        } else if (inline instanceof Inline.Break end) {
            return "¶" + plain(end.where().name()) + " ";
        } else if (inline instanceof Inline.Field field) {
            return "{" + plain(field.what().name()) + "}";
        } else if (inline instanceof Inline.Standing standing) {
            return thing(standing.thing());
        } else if (inline instanceof Inline.Floating floating) {
            return "^" + thing(floating.thing());
        } else if (inline instanceof Inline.Note note) {
            return "^" + note.mark() + "[" + String.join(" / ", new Told(wanted).told(note.blocks())) + "]";
        } else if (inline instanceof Inline.Bookmark bookmark) {
            return "@" + bookmark.name() + " ";
        }
        return "¬";
    }

    private String thing(FlowObject thing) {
        String size = "%.0fx%.0f".formatted(thing.width(), thing.height());
        String says = thing.alternative().isEmpty() ? "" : " " + thing.alternative();
        if (thing instanceof FlowObject.Shape shape) {
            String inside = String.join(" / ", new Told(wanted).told(shape.blocks()));
            return "<" + plain(shape.form().name()) + " " + size + says + (inside.isEmpty() ? "" : ": " + inside) + ">";
        }
        return "<" + (thing instanceof FlowObject.Picture ? "picture " : "gap ") + size + says + ">";
    }

    private String look(Formatting look, Map<String, FormatProperty<?>> known) {
        List<String> said = new ArrayList<>();
        for (String name : wanted) {
            Optional.ofNullable(known.get(name))
                    .filter(look::gives)
                    .map((Function<FormatProperty<?>, Object>) look::get)
                    .filter(value -> !Boolean.FALSE.equals(value))
                    .ifPresent(value -> said.add(value instanceof Boolean ? name : name + " " + value(value)));
        }
        return said.isEmpty() ? "" : "{" + String.join(", ", said) + "}";
    }

    private static String value(Object value) {
        if (value instanceof java.util.OptionalInt colour) {
            return colour.isEmpty() ? "none" : "%06X".formatted(colour.getAsInt());
        }
        if (value instanceof lectomen.engine.flow.Leading leading) {
            return plain(leading.kind().name()) + " " + leading.amount();
        }
        return value instanceof Enum<?> one ? plain(one.name()) : value.toString();
    }

    private static String plain(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
