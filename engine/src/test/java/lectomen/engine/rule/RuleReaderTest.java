package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.step.file.FileStep;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.yaml.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A folder of rule files, each beside the problem that must be found in it. */
class RuleReaderTest {
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static Path folder() throws URISyntaxException {
        return Path.of(Objects.requireNonNull(RuleReaderTest.class.getResource("good.yaml"))
                        .toURI())
                .getParent();
    }

    static Stream<String> badRules() throws IOException, URISyntaxException {
        try (Stream<Path> files = Files.list(folder())) {
            List<String> names = files.map(file -> file.getFileName().toString())
                    .filter(name -> name.endsWith(".problem"))
                    .map(name -> name.replace(".problem", ""))
                    .sorted()
                    .toList();
            return names.stream();
        }
    }

    @ParameterizedTest
    @MethodSource("badRules")
    void whatIsWrongIsSaidWithItsPlaceAndTheNearestRightWord(String name) throws Exception {
        String text = Files.readString(folder().resolve(name + ".yaml"));
        String expected = Files.readString(folder().resolve(name + ".problem")).strip();
        RuleReadResult reading = RuleReader.read(text, SITE);
        assertThat(reading).isInstanceOf(RuleReadResult.Bad.class);
        assertThat(((RuleReadResult.Bad) reading).problems())
                .extracting(Problem::toString)
                .anySatisfy(problem -> assertThat(problem).contains(expected));
    }

    @Test
    void aGoodRuleIsReadWithItsDefaults() throws Exception {
        RuleReadResult reading = RuleReader.read(Files.readString(folder().resolve("good.yaml")), SITE);
        assertThat(reading).isInstanceOf(RuleReadResult.Good.class);
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        assertThat(rule.id()).isEqualTo("permits");
        assertThat(rule.title()).isEqualTo("permits");
        assertThat(rule.from().get(0).folder()).isEqualTo("/srv/inbox/permits");
        assertThat(rule.from().get(0).accepting().types()).containsExactly(FileType.PDF);
        assertThat(rule.from().get(0).settings().settle()).isEqualTo(Duration.ofSeconds(2));
        assertThat(rule.steps()).hasSize(3);
        assertThat(((FileStep) rule.steps().get(2)).whenTaken()).isEqualTo(WhenTaken.NUMBER_IT);
    }

    @Test
    void scalarsStayTheTextThatWasWritten() {
        String text = """
                lectomen: 1
                rule: texts
                from: { folder: "{inbox}/x", settle: 500ms }
                when: { all: [ { text contains: 007 }, { text contains: NO }, { text contains: 2027-03-12 } ] }
                do: [ { file: { in: archive } } ]
                """;
        RuleDocument rule = ((RuleReadResult.Good) RuleReader.read(text, SITE)).rule();
        Condition.Group all = (Condition.Group) rule.when().orElseThrow();
        assertThat(all.parts())
                .extracting(part -> ((Condition.OfText) part).says())
                .containsExactly("text contains \"007\"", "text contains \"NO\"", "text contains \"2027-03-12\"");
    }

    @Test
    void allProblemsAreToldAtOnceInTheOrderOfTheFile() {
        String text = "lectomen: 3\nrule: X\nfrom: []\ndo: []\nextra: 1\n";
        List<Problem> problems = ((RuleReadResult.Bad) RuleReader.read(text, SITE)).problems();
        assertThat(problems).extracting(Problem::line).containsExactly(1, 2, 3, 4, 5);
    }
}
