package lectomen.service.rulebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rulefile.PartReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.Sentence;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class StartingPointsTest {
    private static final String CONNECTION = "the office's shelves";
    private static final Site SITE =
            new Site(Map.of("inbox", "/srv/inbox"), Set.of(CONNECTION), Locale.UK, ZoneOffset.UTC);

    private static Stream<StartingPoints.StartingPoint> all() {
        return StartingPoints.all(CONNECTION).stream();
    }

    @ParameterizedTest
    @ValueSource(strings = {"plan-room", "front-desk"})
    void oneIsForEachPrinter(String printer) {
        String text = StartingPoints.printing(printer).text();
        Site site = SITE.withPrinters(Map.of("plan-room", "", "front-desk", ""));
        assertThat(RuleReader.read(new RuleFile(text, Map.of()), site))
                .isInstanceOfSatisfying(RuleReadResult.Good.class, good -> {
                    assertThat(good.rule().id()).isEqualTo(printer);
                    assertThat(RuleSentences.of(good.rule()))
                            .extracting(Sentence::words)
                            .contains("Prints it on " + printer + ".");
                });
    }

    @ParameterizedTest
    @MethodSource("all")
    void eachIsAGoodRuleAsItStands(StartingPoints.StartingPoint point) {
        Map<String, String> parts = new HashMap<>();
        point.part().ifPresent(text -> {
            assertThat(PartReader.read(text)).isInstanceOf(PartReader.Reading.Good.class);
            parts.put(((PartReader.Reading.Good) PartReader.read(text)).part().name(), text);
        });
        assertThat(RuleReader.read(new RuleFile(point.text(), parts), SITE)).isInstanceOf(RuleReadResult.Good.class);
    }
}
