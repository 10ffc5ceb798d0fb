package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import lectomen.engine.facts.Site;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UnreachableRulesTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC);

    private static RuleDocument rule(String id, String from, String when) {
        String text = """
                lectomen: 1
                rule: %s
                from: [ %s ]
                %s
                do: [ { file: { in: archive } } ]
                """.formatted(id, from, when.isEmpty() ? "" : "when: { " + when + " }");
        return ((RuleReadResult.Good) RuleReader.read(text, SITE)).rule();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '~',
            value = {
                "a ~ '' ~ a ~ '' ~ true",
                "a ~ '' ~ a ~ text contains: X ~ true",
                "a ~ text contains: X ~ a ~ '' ~ false",
                "a ~ text contains: X ~ a ~ text contains: X ~ true",
                "a ~ text contains: X ~ a ~ text contains: Y ~ false",
                "a ~ text contains: X ~ a ~ all: [ { name like: q }, { text contains: X } ] ~ true",
                "a ~ all: [ { name like: q }, { text contains: X } ] ~ a ~ text contains: X ~ false",
                "a ~ any: [ { name like: q }, { name like: r } ] ~ a ~ any: [ { name like: r }, { name like: q } ] ~ true",
                "a ~ '' ~ b ~ '' ~ false",
                "a b ~ '' ~ b ~ '' ~ true",
                "a ~ '' ~ a b ~ '' ~ false",
                "a pdf ~ '' ~ a pdf ~ '' ~ true",
                "a pdf ~ '' ~ a ~ '' ~ false",
                "a ~ '' ~ a pdf ~ '' ~ true"
            })
    void aRuleBehindOneThatTakesAllItsFilesIsFlagged(
            String from, String when, String laterFrom, String laterWhen, boolean flagged) {
        Map<String, String> found = UnreachableRules.find(
                List.of(rule("first", sources(from), when), rule("second", sources(laterFrom), laterWhen)));
        assertThat(found).isEqualTo(flagged ? Map.of("second", "first") : Map.of());
    }

    private static String sources(String words) {
        String accept = words.contains("pdf") ? ", accept: [pdf]" : "";
        StringBuilder sources = new StringBuilder();
        for (String folder : words.replace(" pdf", "").split(" ")) {
            sources.append(sources.isEmpty() ? "" : ", ")
                    .append("{ folder: \"{inbox}/")
                    .append(folder)
                    .append('"')
                    .append(accept)
                    .append(" }");
        }
        return sources.toString();
    }
}
