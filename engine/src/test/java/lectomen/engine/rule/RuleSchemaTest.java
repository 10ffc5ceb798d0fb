package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.LookupRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class RuleSchemaTest {
    private static final JsonNode SCHEMA = JsonMapper.builder().build().readTree(RuleSchema.json());
    private static final Site SITE = new Site(
                    Map.of("inbox", "/srv/inbox"), Set.of("archive"), Locale.UK, ZoneOffset.UTC)
            .with(Map.of("vessels", new LookupRef("0".repeat(64), 1, List.of("vessel", "name", "call sign"))))
            .withMail(Set.of("office-mail"))
            .withPrinters(Map.of("plan-room", ""))
            .withWeb(Set.of("berth-system"));

    /** What each word needs beside it to make sense. */
    private static final Map<String, String> BESIDE = Map.of(
            "open on", "open: 07:00 to 18:00",
            "run on", "run at: \"17:30\"",
            "catch up", "run at: \"17:30\"",
            "find", "fields: { x: { right of: X } }",
            "near", "pattern: 'x'",
            "ends at", "right of: X",
            "lines", "right of: X",
            "at deadline", "within: 1h",
            "move older to", "when taken: new version",
            "numbered", "when taken: number it");

    private static JsonNode words(String of) {
        return SCHEMA.at("/$defs/" + of + "/properties");
    }

    private static String example(JsonNode words, String word) {
        String own = word + ": " + words.path(word).path("examples").get(0).asString();
        return BESIDE.containsKey(word) ? own + ", " + BESIDE.get(word) : own;
    }

    private static Stream<String> rules() {
        List<String> rules = new ArrayList<>();
        String name = "name: \"{file name}\"";
        for (String word : words("source").propertyNames()) {
            String folder = word.equals("folder") ? "" : "folder: \"{inbox}/a\", ";
            rules.add(rule("[{ " + folder + example(words("source"), word) + " }]", "", name));
        }
        for (String word : words("condition").propertyNames()) {
            rules.add(rule("inbox", "when: { " + example(words("condition"), word) + " }\n", name));
        }
        for (String word : words("field").propertyNames()) {
            boolean needsAnother = Stream.of("as", "form", "take", "required", "default", "length", "must fit", "at")
                            .anyMatch(word::startsWith)
                    || Set.of("one of", "check in", "say").contains(word);
            String more = needsAnother ? ", right of: Number" : "";
            String type = word.equals("form") ? ", as: date" : word.equals("at least") ? ", as: number" : "";
            String dated = word.equals("at most") ? ", as: date" : "";
            rules.add(rule(
                    "inbox",
                    "",
                    "{ find: document, fields: { vessel: { right of: Vessel }, x: { " + example(words("field"), word)
                            + more + type + dated + " } } }"));
        }
        for (JsonNode step : SCHEMA.at("/$defs/step/oneOf")) {
            steps(step, rules);
        }
        for (JsonNode slot : SCHEMA.at("/$defs/slot/anyOf")) {
            rules.add(rule("inbox", "", named("{" + slot.path("const").asString() + "}")));
        }
        for (JsonNode transform : SCHEMA.at("/$defs/transform/anyOf")) {
            rules.add(rule(
                    "inbox", "", named("{today | " + transform.path("const").asString() + "}")));
        }
        return rules.stream();
    }

    private static String named(String pattern) {
        return "name: \"" + pattern.replace("\\", "\\\\") + "\"";
    }

    private static void steps(JsonNode step, List<String> rules) {
        String word = step.path("required").get(0).asString();
        if (word.equals("steps")) {
            return;
        }
        rules.add(rule("inbox", "", "{ " + example(step.path("properties"), word) + " }"));
        JsonNode shape = step.path("properties").path(word);
        for (JsonNode form : shape.has("anyOf") ? shape.path("anyOf") : List.of(shape)) {
            for (String inner : form.path("properties").propertyNames()) {
                String must =
                        switch (word) {
                            case "file" -> inner.equals("in") ? "" : "in: archive, ";
                            case "convert" -> inner.equals("to") ? "" : "to: PDF, ";
                            case "mail" ->
                                Stream.of("to: a@b.example, ", "subject: a, ", "text: b, ")
                                        .filter(needed -> !needed.startsWith(inner + ":"))
                                        .collect(Collectors.joining());
                            case "impose" -> Set.of("on", "roll").contains(inner) ? "" : "on: iso_a4_210x297mm, ";
                            case "review" -> inner.equals("by") ? "" : "by: records-office, ";
                            case "approve" -> Set.of("by", "stages").contains(inner) ? "" : "by: harbour-engineers, ";
                            default -> "";
                        };
                if (!inner.equals("output")) {
                    rules.add(rule(
                            "inbox",
                            "",
                            "{ " + word + ": { " + must + example(form.path("properties"), inner) + " } }"));
                }
            }
        }
    }

    private static String rule(String from, String when, String step) {
        return "lectomen: 1\nrule: a\nfrom: " + from + "\n" + when + "do:\n  - " + step + "\n";
    }

    @ParameterizedTest
    @MethodSource("rules")
    void anExampleStandsInARuleAsItIs(String rule) {
        assertThat(RuleReader.read(rule, SITE)).isInstanceOf(RuleReadResult.Good.class);
    }

    @Test
    void everyWordIsExplained() {
        List<String> silent = new ArrayList<>();
        collect(SCHEMA, "", silent);
        assertThat(silent).containsExactlyInAnyOrder("lectomen", "rule");
    }

    private static void collect(JsonNode node, String at, List<String> silent) {
        for (Map.Entry<String, JsonNode> child : node.properties()) {
            if (child.getKey().equals("properties")) {
                child.getValue().properties().forEach(word -> {
                    if (!word.getValue().has("description") || !word.getValue().has("examples")) {
                        silent.add(word.getKey());
                    }
                    collect(word.getValue(), at + "/" + word.getKey(), silent);
                });
            } else {
                collect(child.getValue(), at, silent);
            }
        }
        if (node.isArray()) {
            node.forEach(item -> collect(item, at, silent));
        }
    }
}
