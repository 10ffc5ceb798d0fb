package lectomen.engine.ocr;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which pages of a document are recognised.
 *
 * @param first counted from 1, or from the end where it is negative: -1 is the last
 * @param last the same
 */
public record PageChoice(int first, int last) {
    public static final PageChoice ALL = new PageChoice(1, -1);

    private static final Pattern WRITTEN = Pattern.compile("(\\d{1,6}|last)(?:\\s*(?:-|to)\\s*(\\d{1,6}|last))?");

    /** Reads {@code all}, {@code 2}, {@code 1-3}, {@code 2 to last}, {@code last}. */
    public static Optional<PageChoice> find(String written) {
        if (written.strip().equals("all")) {
            return Optional.of(ALL);
        }
        Matcher matcher = WRITTEN.matcher(written.strip());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        int first = number(matcher.group(1));
        int last = matcher.group(2) == null ? first : number(matcher.group(2));
        boolean backwards = last > 0 && (first < 0 || last < first);
        return first == 0 || last == 0 || backwards ? Optional.empty() : Optional.of(new PageChoice(first, last));
    }

    private static int number(String word) {
        return word.equals("last") ? -1 : Integer.parseInt(word);
    }

    /** @param count how many pages the document has */
    public boolean has(int page, int count) {
        return page >= at(first, count) && page <= at(last, count);
    }

    private static int at(int place, int count) {
        return place < 0 ? count + 1 + place : place;
    }

    /** As it is written. */
    public String words() {
        if (equals(ALL)) {
            return "all";
        }
        return first == last ? word(first) : word(first) + " to " + word(last);
    }

    private static String word(int place) {
        return place < 0 ? "last" : Integer.toString(place);
    }
}
