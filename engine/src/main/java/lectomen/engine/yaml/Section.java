package lectomen.engine.yaml;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import lectomen.engine.extract.Similarity;

/**
 * One map of a file being read: hands out the value of each word, collects problems, and at {@link #close} reports the words
 * that were not used.
 */
public final class Section {
    private static final int MOST_PROBLEMS = 50;

    private final String what;
    private final Node.Spot spot;
    private final List<Node.Entry> entries;
    private final List<Problem> problems;
    private final Set<String> asked = new TreeSet<>();

    /** @param what the section is, for messages, such as "a field" */
    private Section(String what, Node.Entries map, List<Problem> problems) {
        this.what = what;
        this.spot = map.spot();
        this.entries = map.entries();
        this.problems = problems;
    }

    /** A section if the node is a map, else a problem. */
    public static Optional<Section> open(String what, Node node, List<Problem> problems) {
        if (node instanceof Node.Entries map) {
            return Optional.of(new Section(what, map, problems));
        }
        report(problems, node.spot(), what + " is expected as words with values (word: value), not " + node.kind());
        return Optional.empty();
    }

    public Node.Spot spot() {
        return spot;
    }

    public Optional<Node> find(String word) {
        asked.add(word);
        return entries.stream()
                .filter(entry -> entry.key().text().equals(word))
                .map(Node.Entry::value)
                .findFirst();
    }

    public Optional<Node> require(String word) {
        Optional<Node> found = find(word);
        if (found.isEmpty()) {
            report(spot, what + " needs \"" + word + ":\"");
        }
        return found;
    }

    public Optional<Node.Text> findText(String word) {
        return find(word).flatMap(node -> text(word, node));
    }

    public Optional<Node.Text> requireText(String word) {
        return require(word).flatMap(node -> text(word, node));
    }

    private Optional<Node.Text> text(String word, Node node) {
        if (node instanceof Node.Text text && !text.text().isBlank()) {
            return Optional.of(text);
        }
        report(node.spot(), "\"" + word + "\" needs a text, not " + node.kind());
        return Optional.empty();
    }

    /** One text, or a list of them. */
    public List<Node.Text> texts(String word) {
        Optional<Node> node = find(word);
        if (node.isEmpty()) {
            return List.of();
        }
        List<Node> items = node.get() instanceof Node.Items list ? list.items() : List.of(node.get());
        List<Node.Text> texts = new ArrayList<>();
        items.forEach(item -> text(word, item).ifPresent(texts::add));
        return texts;
    }

    public boolean yes(String word) {
        Optional<Node.Text> text = findText(word);
        if (text.isEmpty()) {
            return false;
        }
        boolean yes = text.get().text().equals("yes");
        if (!yes && !text.get().text().equals("no")) {
            report(
                    text.get().spot(),
                    "\"" + word + "\" must be yes or no, not " + text.get().kind());
        }
        return yes;
    }

    public static Optional<Pattern> pattern(Node.Text text, List<Problem> problems) {
        try {
            return Optional.of(Pattern.compile(text.text()));
        } catch (PatternSyntaxException e) {
            int offset = text.block() ? 0 : Math.max(0, e.getIndex());
            Node.Spot at = text.spot().right(offset);
            report(problems, at, "invalid pattern: " + e.getDescription());
            return Optional.empty();
        }
    }

    /** The words in order, for sections whose words are names that the rule gives. */
    public List<Node.Entry> names() {
        entries.forEach(entry -> asked.add(entry.key().text()));
        return entries;
    }

    /** Reports every word that was not asked for, with the nearest one that is known here. */
    public void close() {
        for (Node.Entry entry : entries) {
            String word = entry.key().text();
            if (!asked.contains(word)) {
                report(entry.key().spot(), "\"" + word + "\" is not known in " + what + suggestion(word, asked));
            }
        }
    }

    public static String suggestion(String word, Iterable<String> known) {
        List<String> words = new ArrayList<>();
        known.forEach(words::add);
        return Similarity.nearest(word, words)
                .map(near -> "; did you mean \"" + near + "\"?")
                .orElse("; known are: " + String.join(", ", words));
    }

    public void report(Node.Spot at, String words) {
        report(problems, at, words);
    }

    public static void report(List<Problem> problems, Node.Spot at, String words) {
        if (problems.size() < MOST_PROBLEMS) {
            String where = at.within().isEmpty() ? "" : "in " + at.within() + ": ";
            problems.add(new Problem(at.line(), at.column(), where + words));
        }
    }
}
