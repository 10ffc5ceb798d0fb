package lectomen.engine.naming;

import java.time.DateTimeException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.extract.Similarity;
import org.jspecify.annotations.Nullable;

/**
 * Text with slots in braces, from which a name or a folder path is made: {@code "{valid from | date yyyy-MM-dd} {vessel}"}.
 * A slot names a field and may change its text by transforms, from left to right. Two braces stand for one.
 *
 * <p>An empty slot takes one separator beside it along, so that {@code "{a} - {b}"} without b is just a.
 *
 * <pre>{@code
 * NamePattern.parse("{permit} {vessel | upper}").pattern().orElseThrow()
 *         .text(Map.of("permit", "MHP-2027-0031", "vessel", "Grey Heron"), Locale.UK)   // MHP-2027-0031 GREY HERON
 * }</pre>
 */
public final class NamePattern {
    private static final Pattern EMPTY_BRACKETS = Pattern.compile("\\(\\s*\\)|\\[\\s*]");
    private static final Pattern BETWEEN_FOLDERS = Pattern.compile("[/\\\\]+");
    private static final Pattern SEPARATOR = Pattern.compile("[\\s\\-_,;.+]*");

    /** The slot whose value is a path that stays one. */
    public static final String FOLDER_PATH = "folder path";

    /** What leads a value out of its folder, were it taken for a path. */
    private static final Pattern CLIMBING = Pattern.compile("^(?:\\.{0,2}[/\\\\]+)+");

    /** The result of reading a pattern: the pattern, or what is wrong and at which character (from 0). */
    public record Parsed(Optional<NamePattern> pattern, String problem, int at) {
        static Parsed wrong(String problem, int at) {
            return new Parsed(Optional.empty(), problem, at);
        }
    }

    private sealed interface Part {
        record Literal(String text) implements Part {}

        record Slot(String name, List<Transform> transforms) implements Part {}
    }

    private final String source;
    private final List<Part> parts;

    private NamePattern(String source, List<Part> parts) {
        this.source = source;
        this.parts = List.copyOf(parts);
    }

    public static Parsed parse(String source) {
        List<Part> parts = new ArrayList<>();
        StringBuilder literal = new StringBuilder();
        int at = 0;
        while (at < source.length()) {
            char c = source.charAt(at);
            if ((c == '{' || c == '}') && at + 1 < source.length() && source.charAt(at + 1) == c) {
                literal.append(c);
                at += 2;
            } else if (c == '}') {
                return Parsed.wrong("a } without its {; write }} for the character itself", at);
            } else if (c == '{') {
                int end = endOfSlot(source, at);
                if (end < 0) {
                    return Parsed.wrong("a { without its }; write {{ for the character itself", at);
                }
                flush(literal, parts);
                SlotReading slot = slot(source.substring(at + 1, end), at + 1);
                if (slot.slot() == null) {
                    return Parsed.wrong(slot.problem(), slot.at());
                }
                parts.add(slot.slot());
                at = end + 1;
            } else {
                literal.append(c);
                at++;
            }
        }
        flush(literal, parts);
        return parts.isEmpty()
                ? Parsed.wrong("an empty pattern", 0)
                : new Parsed(Optional.of(new NamePattern(source, parts)), "", 0);
    }

    /** The brace that closes a slot; one inside quotes does not. */
    private static int endOfSlot(String source, int from) {
        boolean quoted = false;
        for (int at = from; at < source.length(); at++) {
            char c = source.charAt(at);
            quoted = (c == '\'') != quoted;
            if (c == '}' && !quoted) {
                return at;
            }
        }
        return -1;
    }

    /** The parts between bars; a bar inside quotes does not part. */
    private static List<String> pieces(String inside) {
        List<String> pieces = new ArrayList<>();
        boolean quoted = false;
        int from = 0;
        for (int at = 0; at < inside.length(); at++) {
            char c = inside.charAt(at);
            quoted = (c == '\'') != quoted;
            if (c == '|' && !quoted) {
                pieces.add(inside.substring(from, at));
                from = at + 1;
            }
        }
        pieces.add(inside.substring(from));
        return pieces;
    }

    private record SlotReading(Part.@Nullable Slot slot, String problem, int at) {}

    private static SlotReading slot(String inside, int offset) {
        List<String> pieces = pieces(inside);
        String name = pieces.get(0).strip();
        if (name.isEmpty()) {
            return new SlotReading(null, "a slot without a field name", offset);
        }
        List<Transform> transforms = new ArrayList<>();
        int at = offset + pieces.get(0).length() + 1;
        for (String piece : pieces.subList(1, pieces.size())) {
            String call = piece.strip();
            int wordAt = at + piece.length() - piece.stripLeading().length();
            Optional<String> word = Transforms.findWord(call);
            if (word.isEmpty()) {
                return new SlotReading(null, unknown(call.split("\\s+", 2)[0]), wordAt);
            }
            String argument = call.substring(word.get().length()).strip();
            Optional<Transform> transform = Transforms.find(word.get(), argument);
            if (transform.isEmpty()) {
                String problem = "\"" + argument + "\" is not a valid argument of " + word.get();
                return new SlotReading(null, problem, wordAt);
            }
            transforms.add(transform.get());
            at += piece.length() + 1;
        }
        return new SlotReading(new Part.Slot(name, List.copyOf(transforms)), "", 0);
    }

    private static String unknown(String word) {
        return "unknown transform \"" + word + "\""
                + Similarity.nearest(word, Transforms.words())
                        .map(near -> "; did you mean " + near + "?")
                        .orElse("; there are " + String.join(", ", Transforms.words()));
    }

    private static void flush(StringBuilder literal, List<Part> parts) {
        if (!literal.isEmpty()) {
            parts.add(new Part.Literal(literal.toString()));
            literal.setLength(0);
        }
    }

    /** The pattern as it was written. */
    public String source() {
        return source;
    }

    /** The names of all slots, in the order of their first use. */
    public Set<String> slots() {
        Set<String> names = new LinkedHashSet<>();
        for (Part part : parts) {
            if (part instanceof Part.Slot slot) {
                names.add(slot.name());
            }
        }
        return names;
    }

    /** Whether it is nothing but the slot of that name. */
    public boolean isSlot(String name) {
        return parts.size() == 1
                && parts.get(0) instanceof Part.Slot slot
                && slot.name().equals(name);
    }

    /** What is wrong with where the path stands in a path of folders, or in a name: as a path it needs a level to itself. */
    public Optional<String> findMisplacedPath(boolean inFolders) {
        boolean misplaced = inFolders
                ? levels().stream().anyMatch(level -> level.slots().contains(FOLDER_PATH) && level.parts.size() > 1)
                : slots().contains(FOLDER_PATH);
        return misplaced
                ? Optional.of(
                        "{" + FOLDER_PATH + "} can contain several folders, so it must stand alone between slashes"
                                + (inFolders ? "" : "; a name can take {folder}"))
                : Optional.empty();
    }

    /**
     * The folders that one of its levels makes, outermost first: one, or as many as its path has. Steps upwards and whatever no
     * folder can be called are left out of a path.
     *
     * @throws NotADateException if a slot asks for a form of a date and its value is none
     */
    public List<String> folders(Map<String, String> values, Locale locale, Consumer<String> warn) {
        Stream<Map<String, String>> fillings = isSlot(FOLDER_PATH)
                ? BETWEEN_FOLDERS
                        .splitAsStream(Objects.requireNonNullElse(values.get(FOLDER_PATH), ""))
                        .map(folder -> Map.of(FOLDER_PATH, folder))
                : Stream.of(values);
        return fillings.map(filling -> SafeName.folder(text(filling, locale, warn)))
                .filter(made -> !made.isEmpty())
                .toList();
    }

    /** The pattern cut at its own slashes (not those in values), for a path of folders. */
    public List<NamePattern> levels() {
        List<NamePattern> levels = new ArrayList<>();
        List<Part> level = new ArrayList<>();
        for (Part part : parts) {
            if (part instanceof Part.Literal literal) {
                String[] pieces = literal.text().split("/", -1);
                for (int i = 0; i < pieces.length; i++) {
                    if (i > 0) {
                        levels.add(new NamePattern(source, level));
                        level = new ArrayList<>();
                    }
                    if (!pieces[i].isEmpty()) {
                        level.add(new Part.Literal(pieces[i]));
                    }
                }
            } else {
                level.add(part);
            }
        }
        levels.add(new NamePattern(source, level));
        return levels.stream().filter(made -> !made.parts.isEmpty()).toList();
    }

    /**
     * The text with all slots filled; what no name may hold is replaced in the values, so that a value never makes a folder.
     *
     * @param values by slot name; a slot that is not among them is empty
     * @throws NotADateException if a slot asks for a form of a date and its value is none
     */
    public String text(Map<String, String> values, Locale locale) {
        return text(values, locale, warning -> {});
    }

    /** @param warn told, in words, of each change that was probably not meant */
    public String text(Map<String, String> values, Locale locale, Consumer<String> warn) {
        Transform.Surroundings around = new Transform.Surroundings(locale, warn);
        List<String> texts = new ArrayList<>();
        for (Part part : parts) {
            texts.add(part instanceof Part.Slot slot ? filled(slot, values, around) : ((Part.Literal) part).text());
        }
        for (int i = 0; i < parts.size(); i++) {
            if (parts.get(i) instanceof Part.Slot && texts.get(i).isEmpty()) {
                dropSeparatorBeside(i, texts);
            }
        }
        String joined = String.join("", texts);
        return mayHaveBrackets(joined) ? EMPTY_BRACKETS.matcher(joined).replaceAll("") : joined;
    }

    private static boolean mayHaveBrackets(String text) {
        return text.indexOf('(') >= 0 || text.indexOf('[') >= 0;
    }

    /**
     * The same for a value that is no name: what a value holds stays as it is.
     *
     * @throws NotADateException if a slot asks for a form of a date and its value is none
     */
    public String value(Map<String, String> values, Locale locale) {
        Transform.Surroundings around = new Transform.Surroundings(locale, warning -> {});
        StringBuilder text = new StringBuilder();
        for (Part part : parts) {
            text.append(part instanceof Part.Slot slot ? changed(slot, values, around) : ((Part.Literal) part).text());
        }
        return text.toString().strip();
    }

    /** The same; a pattern with a slot that can't be changed as it says stands as it is written. */
    public String valueOrSource(Map<String, String> values, Locale locale) {
        try {
            return value(values, locale);
        } catch (NotADateException | PatternTooSlow | DateTimeException e) {
            return source();
        }
    }

    private static String filled(Part.Slot slot, Map<String, String> values, Transform.Surroundings around) {
        String text = changed(slot, values, around);
        boolean mayClimb = !text.isEmpty() && "./\\".indexOf(text.charAt(0)) >= 0;
        return SafeName.part(mayClimb ? CLIMBING.matcher(text).replaceFirst("") : text)
                .strip();
    }

    private static String changed(Part.Slot slot, Map<String, String> values, Transform.Surroundings around) {
        String text = Objects.requireNonNullElse(values.get(slot.name()), "");
        for (Transform transform : slot.transforms()) {
            try {
                text = transform.apply(text, around);
            } catch (DateTimeException e) {
                throw new NotADateException(slot.name(), text);
            }
        }
        return text;
    }

    private void dropSeparatorBeside(int empty, List<String> texts) {
        for (int beside : new int[] {empty - 1, empty + 1}) {
            boolean literal = beside >= 0 && beside < parts.size() && parts.get(beside) instanceof Part.Literal;
            if (literal
                    && !texts.get(beside).isEmpty()
                    && SEPARATOR.matcher(texts.get(beside)).matches()) {
                texts.set(beside, "");
                return;
            }
        }
    }

    /** The slots that have no value, for messages. */
    public List<String> emptySlots(Map<String, String> values) {
        return slots().stream().filter(slot -> !has(values, slot)).toList();
    }

    private static boolean has(Map<String, String> values, String slot) {
        String value = values.get(slot);
        return value != null && !value.isBlank();
    }

    /** The first slot that is not one of the known names, if any. */
    public Optional<String> findUnknownSlot(Collection<String> known) {
        return slots().stream().filter(slot -> !known.contains(slot)).findFirst();
    }
}
