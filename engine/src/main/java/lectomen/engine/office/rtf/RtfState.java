package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import lectomen.engine.flow.Edge;
import lectomen.engine.flow.Edges;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Leading;
import lectomen.engine.flow.TabStop;

/** The state inside a group: saved when the group opens, and restored when it closes. */
final class RtfState {
    Formatting text = Formatting.NONE;
    Formatting paragraph = Formatting.NONE;
    int font;
    /** How many characters stand for one of Unicode's. */
    int substitutes = 1;

    /** The number of the list that a paragraph is an item of; 0 where it is of none. */
    int list;

    int listLevel;
    /** Of a frame around the paragraph. */
    RtfPlace place = new RtfPlace();

    boolean inTable;
    int nesting = 1;
    String destination = "";
    boolean inserted;
    boolean removed;
    private Edge edge = Edge.NONE;
    private String side = "";
    private TabStop.Kind tabKind = TabStop.Kind.LEFT;
    private char leader = ' ';
    private OptionalInt lineAmount = OptionalInt.empty();
    private boolean multiple;

    RtfState copy() {
        RtfState copy = new RtfState();
        copy.text = text;
        copy.paragraph = paragraph;
        copy.font = font;
        copy.substitutes = substitutes;
        copy.list = list;
        copy.listLevel = listLevel;
        copy.place = place.copy();
        copy.inTable = inTable;
        copy.nesting = nesting;
        copy.destination = destination;
        copy.inserted = inserted;
        copy.removed = removed;
        copy.edge = edge;
        copy.side = side;
        copy.tabKind = tabKind;
        copy.leader = leader;
        copy.lineAmount = lineAmount;
        copy.multiple = multiple;
        return copy;
    }

    void plain() {
        text = Formatting.NONE;
        font = -1;
        inserted = false;
        removed = false;
    }

    void paragraphAnew() {
        paragraph = Formatting.NONE;
        list = 0;
        listLevel = 0;
        place = new RtfPlace();
        inTable = false;
        nesting = 1;
        lineAmount = OptionalInt.empty();
        multiple = false;
        side = "";
    }

    /** Whether the word says something of a paragraph, which is then noted. */
    boolean paragraphWord(String word, OptionalInt number, RtfColours colours) {
        boolean on = number.orElse(1) != 0;
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "ql" -> set(FormatProperty.ALIGN, FormatProperty.Align.START);
            case "qr" -> set(FormatProperty.ALIGN, FormatProperty.Align.END);
            case "qc" -> set(FormatProperty.ALIGN, FormatProperty.Align.CENTRE);
            case "qj" -> set(FormatProperty.ALIGN, FormatProperty.Align.BOTH);
            case "qd" -> set(FormatProperty.ALIGN, FormatProperty.Align.SPREAD);
            case "li", "lin" -> set(FormatProperty.LEFT, points);
            case "ri", "rin" -> set(FormatProperty.RIGHT, points);
            case "fi" -> set(FormatProperty.FIRST, points);
            case "sb" -> set(FormatProperty.BEFORE, points);
            case "sa" -> set(FormatProperty.AFTER, points);
            case "contextualspace" -> set(FormatProperty.CLOSED_UP, true);
            case "sl" -> {
                lineAmount = number;
                leading();
            }
            case "slmult" -> {
                multiple = number.orElse(0) == 1;
                leading();
            }
            case "keep" -> set(FormatProperty.TOGETHER, on);
            case "keepn" -> set(FormatProperty.WITH_NEXT, on);
            case "pagebb" -> set(FormatProperty.NEW_PAGE, on);
            case "widctlpar" -> set(FormatProperty.NO_LONE_LINES, on);
            case "nowidctlpar" -> set(FormatProperty.NO_LONE_LINES, false);
            case "outlinelevel" -> set(FormatProperty.HEADING, number.orElse(9) < 9 ? number.orElse(9) + 1 : 0);
            case "rtlpar" -> set(FormatProperty.FROM_RIGHT, true);
            case "ltrpar" -> set(FormatProperty.FROM_RIGHT, false);
            case "cbpat" -> set(FormatProperty.SHADING, colours.find(number.orElse(0)));
            case "ls" -> list = number.orElse(0);
            case "ilvl" -> listLevel = number.orElse(0);
            case "intbl" -> inTable = true;
            case "itap" -> {
                nesting = Math.max(1, number.orElse(1));
                inTable = number.orElse(1) > 0;
            }
            default -> {
                return tabWord(word, points) || edgeWord(word, number, colours) || place.word(word, number);
            }
        }
        return true;
    }

    private <T> void set(FormatProperty<T> trait, T value) {
        paragraph = paragraph.with(trait, value);
    }

    private void leading() {
        int amount = lineAmount.orElse(0);
        if (amount == 0) {
            return;
        }
        Leading leading = multiple
                ? new Leading(Leading.Kind.MULTIPLE, Math.abs(amount) / 240.0)
                : new Leading(amount < 0 ? Leading.Kind.EXACTLY : Leading.Kind.AT_LEAST, Math.abs(amount) / 20.0);
        set(FormatProperty.LEADING, leading);
    }

    private boolean tabWord(String word, double points) {
        switch (word) {
            case "tqr" -> tabKind = TabStop.Kind.RIGHT;
            case "tqc" -> tabKind = TabStop.Kind.CENTRE;
            case "tqdec" -> tabKind = TabStop.Kind.DECIMAL;
            case "tldot" -> leader = '.';
            case "tlmdot" -> leader = '\u00B7';
            case "tlhyph" -> leader = '-';
            case "tlul", "tlth" -> leader = '_';
            case "tx", "tb" -> {
                List<TabStop> stops = new ArrayList<>(paragraph.get(FormatProperty.TABS));
                stops.add(new TabStop(points, word.equals("tb") ? TabStop.Kind.BAR : tabKind, leader));
                set(FormatProperty.TABS, List.copyOf(stops));
                tabKind = TabStop.Kind.LEFT;
                leader = ' ';
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    private boolean edgeWord(String word, OptionalInt number, RtfColours colours) {
        switch (word) {
            case "brdrt", "brdrl", "brdrb", "brdrr", "box" -> {
                side = word;
                edge = new Edge(Edge.Stroke.SOLID, 0.5, 0, 0);
            }
            default -> {
                if (side.isEmpty() || !RtfEdges.isWord(word)) {
                    return false;
                }
                edge = RtfEdges.changed(edge, word, number, colours);
            }
        }
        Edges now = paragraph.get(FormatProperty.BORDERS);
        set(
                FormatProperty.BORDERS,
                new Edges(
                        side.equals("brdrt") || side.equals("box") ? edge : now.top(),
                        side.equals("brdrl") || side.equals("box") ? edge : now.left(),
                        side.equals("brdrb") || side.equals("box") ? edge : now.bottom(),
                        side.equals("brdrr") || side.equals("box") ? edge : now.right(),
                        now.between()));
        return true;
    }

    /** Whether the word says something of letters, which is then noted. */
    boolean textWord(String word, OptionalInt number, RtfFonts fonts, RtfColours colours) {
        boolean on = number.orElse(1) != 0;
        switch (word) {
            case "plain" -> plain();
            case "b" -> put(FormatProperty.BOLD, on);
            case "i" -> put(FormatProperty.ITALIC, on);
            case "ul" ->
                put(FormatProperty.UNDERLINE, on ? FormatProperty.Underline.SINGLE : FormatProperty.Underline.NONE);
            case "ulnone" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.NONE);
            case "uldb" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.DOUBLE);
            case "uld" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.DOTTED);
            case "uldash", "uldashd", "uldashdd" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.DASHED);
            case "ulth" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.THICK);
            case "ulw" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.WORDS);
            case "ulwave" -> put(FormatProperty.UNDERLINE, FormatProperty.Underline.WAVED);
            case "strike", "striked" -> put(FormatProperty.STRUCK, on);
            case "caps" -> put(FormatProperty.CAPITALS, on);
            case "scaps" -> put(FormatProperty.SMALL_CAPITALS, on);
            case "v" -> put(FormatProperty.HIDDEN, on);
            case "fs" -> put(FormatProperty.SIZE, Math.max(1, number.orElse(24)) / 2.0);
            case "super" -> put(FormatProperty.SCRIPT, on ? FormatProperty.Script.ABOVE : FormatProperty.Script.LINE);
            case "sub" -> put(FormatProperty.SCRIPT, on ? FormatProperty.Script.BELOW : FormatProperty.Script.LINE);
            case "nosupersub" -> put(FormatProperty.SCRIPT, FormatProperty.Script.LINE);
            case "up" -> put(FormatProperty.RAISED, number.orElse(6) / 2.0);
            case "dn" -> put(FormatProperty.RAISED, -number.orElse(6) / 2.0);
            case "expndtw" -> put(FormatProperty.SPACING, number.orElse(0) / 20.0);
            case "charscalex" -> put(FormatProperty.STRETCH, Math.max(1, number.orElse(100)) / 100.0);
            case "cf" -> put(FormatProperty.COLOUR, colours.find(number.orElse(0)));
            case "cb", "chcbpat", "highlight" -> put(FormatProperty.MARKER, colours.find(number.orElse(0)));
            case "f" -> font(number.orElse(0), fonts);
            case "lang" -> {
                String language = language(number.orElse(0));
                text = language.isEmpty() ? text : text.with(FormatProperty.LANGUAGE, language);
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    private <T> void put(FormatProperty<T> trait, T value) {
        text = text.with(trait, value);
    }

    void font(int number, RtfFonts fonts) {
        font = number;
        RtfFonts.Font found = fonts.get(number);
        if (!found.name().isEmpty()) {
            text = text.with(FormatProperty.FONT, found.name()).with(FormatProperty.FONT_KIND, found.kind());
        }
    }

    /** The numbers of the most used languages; others say nothing. */
    static String language(int number) {
        return switch (number) {
            case 1031 -> "de-DE";
            case 1033 -> "en-US";
            case 1036 -> "fr-FR";
            case 1040 -> "it-IT";
            case 1043 -> "nl-NL";
            case 1044 -> "nb-NO";
            case 1030 -> "da-DK";
            case 1053 -> "sv-SE";
            case 2057 -> "en-GB";
            case 3082, 1034 -> "es-ES";
            case 2070 -> "pt-PT";
            default -> "";
        };
    }
}
