package lectomen.engine.rule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.ReadResult;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepKinds;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWorker;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** What each kind of step must have, and that a new one needs nothing beside its own class and a line in the list. */
class StepKindsTest {
    private static final Site SITE = new Site(Map.of("inbox", "/in"), Set.of("archive"), Locale.UK, ZoneOffset.UTC)
            .withMail(Set.of("office-mail"))
            .withPrinters(Map.of("plan-room", ""))
            .withWeb(Set.of("berth-system"));

    private static Stream<StepKind<?>> kinds() {
        return AllSteps.KINDS.all().stream();
    }

    private static RuleReadResult read(String steps, StepKinds kinds) {
        String text = "lectomen: 1\nrule: notes\nfrom: { folder: \"{inbox}/notes\" }\ndo:\n" + steps.indent(2);
        return RuleReader.read(new RuleFile(text), SITE, kinds);
    }

    private static RuleDocument good(String steps, StepKinds kinds) {
        RuleReadResult reading = read(steps, kinds);
        assertThat(reading).as(reading.toString()).isInstanceOf(RuleReadResult.Good.class);
        return ((RuleReadResult.Good) reading).rule();
    }

    /** The words under {@code properties} of a map in the schema, and of the maps in it. */
    private static List<Map.Entry<String, JsonNode>> words(JsonNode map) {
        List<Map.Entry<String, JsonNode>> words = new ArrayList<>();
        map.path("properties").properties().forEach(word -> {
            words.add(word);
            words.addAll(words(word.getValue()));
            word.getValue().path("anyOf").forEach(form -> words.addAll(words(form)));
        });
        return words;
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void eachOfItsWordsIsExplainedWithAnExample(StepKind<?> kind) {
        List<Map.Entry<String, JsonNode>> words = words(kind.schema());
        assertThat(words).extracting(Map.Entry::getKey).contains(kind.word());
        for (Map.Entry<String, JsonNode> word : words) {
            assertThat(word.getValue().path("description").asString(""))
                    .as(word.getKey())
                    .endsWith(".");
            assertThat(word.getValue().path("examples").path(0).asString(""))
                    .as(word.getKey())
                    .isNotBlank();
        }
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void itsExampleIsAStepThatCanBeReadAloud(StepKind<?> kind) {
        JsonNode schema = kind.schema();
        StringBuilder step = new StringBuilder("- ");
        for (JsonNode required : schema.path("required")) {
            JsonNode word = schema.path("properties").path(required.asString());
            step.append(required.asString())
                    .append(": ")
                    .append(word.path("examples").path(0).asString())
                    .append("\n  ");
        }
        if (schema.path("properties").has("fields")) {
            step.append("fields: ")
                    .append(schema.at("/properties/fields/examples/0").asString());
        }
        RuleDocument rule = good(step.toString().strip() + "\n", AllSteps.KINDS);
        assertThat(AllSteps.KINDS.word(rule.steps().get(0))).isEqualTo(kind.word());
        List<Sentence> sentences = RuleSentences.of(rule).stream()
                .filter(sentence -> sentence.part() == Sentence.Part.DO)
                .toList();
        assertThat(sentences).isNotEmpty();
        assertThat(sentences.get(0).words()).matches("[A-Z].*[.:]");
        assertThat(sentences.get(0).word()).isEqualTo(kind.word());
    }

    @Test
    void noTwoKindsHaveTheSameWordOrEffect() {
        Set<String> seen = new HashSet<>();
        kinds().forEach(kind ->
                assertThat(seen.add(kind.word())).as(kind.word()).isTrue());
        kinds().flatMap(kind -> kind.effects().keySet().stream())
                .forEach(effect ->
                        assertThat(seen.add("effect " + effect)).as(effect).isTrue());
    }

    @Test
    void aNewKindIsReadSaidDescribedAndRunWithoutAnyChangeElsewhere() {
        List<StepKind<?>> more = new ArrayList<>(AllSteps.KINDS.all());
        more.add(new PretendKind());
        StepKinds kinds = new StepKinds(more);
        RuleDocument rule = good("- greet: \"{file name}\"\n- name: \"{greeting}\"\n", kinds);
        assertThat(RuleSentences.of(rule, kinds)).extracting(Sentence::words).contains("Greets {file name}.");
        assertThat(words(new PretendKind().schema())).hasSize(1);

        FileFacts facts = new FileFacts("n7.txt", 9, FileType.TEXT, Optional.empty(), Instant.EPOCH);
        StepContext.Fixed fixed = new StepContext.Fixed(
                new RuleRef("notes", 1),
                Map.of(),
                Optional.empty(),
                facts,
                SITE,
                name -> Optional.empty(),
                StepWorker.NONE,
                false);
        StepContext context = new StepContext(
                fixed, Map.of("file name", "n7"), neededBy -> new ReadResult.Unreadable(Reason.of("file.empty")));
        context.begin(1, kinds.word(rule.steps().get(0)), Optional.empty(), Optional.empty());
        StepResult result = kinds.run(rule.steps().get(0), context);
        context.apply(result);
        assertThat(result.fields()).extracting(FieldValue::value).containsExactly("Good morning, n7");
        assertThat(context.slots()).containsEntry("greeting", "Good morning, n7");
    }

    @Test
    void aStepThatNoKindHasIsSaidWithTheNearest() {
        RuleReadResult reading = read("- greet: all\n", AllSteps.KINDS);
        assertThat(reading.toString()).contains("unknown step \"greet\"");
    }
}
