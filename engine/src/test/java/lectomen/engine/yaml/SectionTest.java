package lectomen.engine.yaml;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A map of a file, asked word by word. */
class SectionTest {
    private final List<Problem> problems = new ArrayList<>();

    private Section open(String text) {
        Node node = YamlTree.read(text, problems).orElseThrow();
        return Section.open("a field", node, problems).orElseThrow();
    }

    private List<String> said() {
        return problems.stream().map(Problem::toString).toList();
    }

    @Test
    void whatIsNoMapIsNoSection() {
        Node list = YamlTree.read("- one", problems).orElseThrow();
        assertThat(Section.open("a field", list, problems)).isEmpty();
        assertThat(said())
                .containsExactly(
                        "line 1, column 1: a field is expected as words with values (word: value), not a list");
    }

    @Test
    void wordsThatNobodyAskedForAreReportedWithTheNearest() {
        Section section = open("pattern: x\nrequierd: yes\ncolour: red\n");
        section.findText("pattern");
        section.yes("required");
        section.close();
        assertThat(said())
                .containsExactly(
                        "line 2, column 1: \"requierd\" is not known in a field; did you mean \"required\"?",
                        "line 3, column 1: \"colour\" is not known in a field; known are: pattern, required");
    }

    @Test
    void aWordThatIsNeededIsReportedAtTheSection() {
        Section section = open("a: 1\n");
        assertThat(section.require("b")).isEmpty();
        assertThat(section.requireText("a").map(Node.Text::text)).contains("1");
        assertThat(said()).containsExactly("line 1, column 1: a field needs \"b:\"");
        assertThat(section.spot()).isEqualTo(new Node.Spot(1, 1));
    }

    @Test
    void aTextIsNoListAndNotEmpty() {
        Section section = open("a: [1]\nb:\nc: '  '\n");
        for (String word : List.of("a", "b", "c", "d")) {
            assertThat(section.findText(word)).isEmpty();
        }
        assertThat(said())
                .containsExactly(
                        "line 1, column 4: \"a\" needs a text, not a list",
                        "line 2, column 3: \"b\" needs a text, not nothing",
                        "line 3, column 5: \"c\" needs a text, not the text \"  \"");
    }

    @Test
    void oneTextOrAListOfThem() {
        Section section = open("one: a\nmore: [b, c]\nodd: [d, {e: f}]\n");
        assertThat(texts(section, "one")).containsExactly("a");
        assertThat(texts(section, "more")).containsExactly("b", "c");
        assertThat(texts(section, "none")).isEmpty();
        assertThat(problems).isEmpty();
        assertThat(texts(section, "odd")).containsExactly("d");
        assertThat(said()).containsExactly("line 3, column 10: \"odd\" needs a text, not a map");
    }

    private static List<String> texts(Section section, String word) {
        return section.texts(word).stream().map(Node.Text::text).toList();
    }

    @ParameterizedTest
    @CsvSource({"yes, true, 0", "no, false, 0", "true, false, 1", "YES, false, 1", "maybe, false, 1"})
    void yesAndNoAreWritten(String text, boolean yes, int wrong) {
        Section section = open("a: " + text);
        assertThat(section.yes("a")).isEqualTo(yes);
        assertThat(problems).hasSize(wrong);
        problems.forEach(problem ->
                assertThat(problem.words()).isEqualTo("\"a\" must be yes or no, not the text \"" + text + "\""));
        assertThat(section.yes("not there")).isFalse();
    }

    @Test
    void namesThatTheFileGivesAreKnown() {
        Section section = open("berth: 1\nvessel: 2\n");
        assertThat(section.names()).extracting(entry -> entry.key().text()).containsExactly("berth", "vessel");
        section.close();
        assertThat(problems).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"a: '[0-9' | 8", "a: '(b' | 7", "a: '*b' | 5"})
    void aPatternThatIsWrongIsPointedAtWhereItIs(String text, int column) {
        Optional<Pattern> pattern = Section.pattern(open(text).findText("a").orElseThrow(), problems);
        assertThat(pattern).isEmpty();
        assertThat(problems.get(0).column()).isEqualTo(column);
        assertThat(problems.get(0).words()).startsWith("invalid pattern: ");
    }

    @Test
    void aPatternInABlockIsPointedAtAsAWhole() {
        Section.pattern(open("a: |\n  [0-9\n").findText("a").orElseThrow(), problems);
        assertThat(problems.get(0)).extracting(Problem::line, Problem::column).containsExactly(1, 4);
        assertThat(Section.pattern(open("a: '\\d{4}'").findText("a").orElseThrow(), problems)
                        .map(Pattern::pattern))
                .contains("\\d{4}");
    }

    @Test
    void aFileFullOfMistakesIsNotToldOfForEver() {
        Section section = open("known: 1\n");
        for (int i = 0; i < 200; i++) {
            section.report(new Node.Spot(i + 1, 1), "wrong " + i);
        }
        assertThat(problems).hasSize(50);
    }

    @Test
    void whatIsWrongInASharedPartSaysWhere() {
        Section.report(problems, new Node.Spot(7, 3, "part named, line 1, column 4"), "wrong");
        assertThat(said()).containsExactly("line 7, column 3: in part named, line 1, column 4: wrong");
    }
}
