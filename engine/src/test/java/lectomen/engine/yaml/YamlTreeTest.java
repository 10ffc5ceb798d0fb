package lectomen.engine.yaml;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** YAML as text with places; whatever is wrong is pointed at. */
class YamlTreeTest {
    private final List<Problem> problems = new ArrayList<>();

    private Node read(String text) {
        return YamlTree.read(text, problems).orElseThrow(() -> new AssertionError(problems));
    }

    private static Node of(Node map, String word) {
        return ((Node.Entries) map)
                .entries().stream()
                        .filter(entry -> entry.key().text().equals(word))
                        .findFirst()
                        .orElseThrow()
                        .value();
    }

    @ParameterizedTest
    @ValueSource(strings = {"007", "NO", "1.50", "2027-03-01", "null", "~", "0x1F", "true", "1e3", "12:30"})
    void everyScalarIsTextAsItWasWritten(String scalar) {
        assertThat(of(read("a: " + scalar), "a")).isEqualTo(new Node.Text(new Node.Spot(1, 4), scalar, false));
        assertThat(problems).isEmpty();
    }

    @Test
    void quotedTextsBeginBehindTheirQuote() {
        Node tree = read("a: 'one'\nb: \"two\"\n");
        assertThat(of(tree, "a")).isEqualTo(new Node.Text(new Node.Spot(1, 5), "one", false));
        assertThat(of(tree, "b")).isEqualTo(new Node.Text(new Node.Spot(2, 5), "two", false));
    }

    @Test
    void aBlockOfLinesIsOneText() {
        Node tree = read("a: |\n  one\n  two\nb: >\n  three\n  four\n");
        assertThat(of(tree, "a")).isEqualTo(new Node.Text(new Node.Spot(1, 4), "one\ntwo\n", true));
        assertThat(((Node.Text) of(tree, "b")).text()).isEqualTo("three four\n");
        assertThat(((Node.Text) of(tree, "b")).block()).isTrue();
    }

    @Test
    void listsAndMapsHaveTheirPlaces() {
        Node tree = read("a:\n  - one\n  - { b: two }\n");
        Node.Items items = (Node.Items) of(tree, "a");
        assertThat(items.spot()).isEqualTo(new Node.Spot(2, 3));
        assertThat(items.items().get(0).spot()).isEqualTo(new Node.Spot(2, 5));
        assertThat(of(items.items().get(1), "b").spot()).isEqualTo(new Node.Spot(3, 10));
    }

    @Test
    void whatANodeIsIsSaidInMessages() {
        Node tree = read("a: text\nb: []\nc: {}\nd:\ne: " + "x".repeat(50) + "\n");
        assertThat(of(tree, "a").kind()).isEqualTo("the text \"text\"");
        assertThat(of(tree, "b").kind()).isEqualTo("a list");
        assertThat(of(tree, "c").kind()).isEqualTo("a map");
        assertThat(of(tree, "d").kind()).isEqualTo("nothing");
        assertThat(of(tree, "e").kind()).isEqualTo("the text \"" + "x".repeat(40) + "…\"");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a: &x 1 | line 1, column 4: anchors and references (& and *) are not used here; write the part out",
                "a: *x | line 1, column 4: anchors and references (& and *) are not used here; write the part out",
                "a: !!int 1 | line 1, column 4: tags (!) are not used here; write the plain text",
                "a: !mine [1] | line 1, column 4: tags (!) are not used here; write the plain text",
                "a: 1\\nb: 2\\na: 3 | line 3, column 1: \"a\" appears twice here",
                "[1, 2]: a | line 1, column 1: a word is expected before the colon",
                "a: [1 | line 1, column 6: no YAML: expected ',' or ']', but got <stream end>"
            })
    void whatIsWrongIsPointedAt(String text, String problem) {
        YamlTree.read(text.replace("\\n", "\n"), problems);
        assertThat(problems).hasSize(1);
        assertThat(problems.get(0).toString()).isEqualTo(problem);
    }

    @Test
    void aFileOfNothingIsAProblem() {
        assertThat(YamlTree.read("", problems)).isEmpty();
        assertThat(YamlTree.read("# only words\n", problems)).isEmpty();
        assertThat(problems).extracting(Problem::words).containsOnly("the file is empty");
    }

    @Test
    void whatIsTooLongOrTooDeepIsRefused() {
        assertThat(YamlTree.read("a: " + "x".repeat(1_000_000), problems)).isEmpty();
        assertThat(problems.get(0).words()).isEqualTo("the file is longer than 1000000 characters");
        problems.clear();
        assertThat(YamlTree.read("[".repeat(60) + "]".repeat(60), problems)).isEmpty();
        assertThat(problems).hasSize(1);
    }

    @Test
    void aPartThatIsUsedElsewhereTellsBothPlaces() {
        Node part = read("pattern: '{a}'\nlist: [ b ]\n");
        Node used = part.usedAt(new Node.Spot(7, 3), "named");
        assertThat(of(used, "pattern").spot()).isEqualTo(new Node.Spot(7, 3, "part named, line 1, column 11"));
        assertThat(of(used, "pattern").spot().right(4))
                .as("the place of use stays")
                .isEqualTo(of(used, "pattern").spot());
        Node again = used.usedAt(new Node.Spot(2, 1), "outer");
        assertThat(((Node.Items) of(again, "list")).items().get(0).spot().within())
                .isEqualTo("part outer, line 7, column 3, in part named, line 2, column 9");
        assertThat(new Node.Spot(1, 4).right(3)).isEqualTo(new Node.Spot(1, 7));
    }
}
