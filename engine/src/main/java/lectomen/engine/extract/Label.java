package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import lectomen.engine.page.ComparableText;

/**
 * Words beside, above or near a value.
 *
 * @param written as in the rule
 * @param words their letters and digits, by which it is found; none for a label of other characters alone
 */
public record Label(String written, List<String> words) {
    private static final Pattern BLANKS = Pattern.compile("\\s+");

    public Label {
        words = List.copyOf(words);
    }

    public static Label of(String written) {
        List<String> words = new ArrayList<>();
        for (String word : BLANKS.split(written.strip())) {
            String bare = ComparableText.bare(word);
            if (!bare.isEmpty()) {
                words.add(bare);
            }
        }
        return new Label(written, words);
    }

    public static List<Label> all(List<String> written) {
        return written.stream().map(Label::of).toList();
    }

    /** As a clause for messages: {@code "Vessel" or "Name of vessel"}. */
    static String quoted(List<Label> labels) {
        return labels.stream().map(label -> "\"" + label.written() + "\"").collect(Collectors.joining(" or "));
    }
}
