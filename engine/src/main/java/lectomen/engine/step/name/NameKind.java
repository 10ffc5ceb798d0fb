package lectomen.engine.step.name;

import java.util.List;
import java.util.Optional;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - name: "{number} {vessel}"}. */
public final class NameKind implements StepKind<NameStep> {
    private static final String WORD = "name";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<NameStep> type() {
        return NameStep.class;
    }

    @Override
    public Optional<NameStep> read(Section section, StepReading reading) {
        return section.requireText(WORD)
                .flatMap(reading.slots()::name)
                .map(pattern -> new NameStep(pattern, section.spot().line()));
    }

    @Override
    public void describe(NameStep step, SentenceList sentences) {
        String pattern = SentenceBlanks.of(step.pattern().source(), WORD);
        sentences.step("Names it " + pattern + ", with its file extension.", step.line(), WORD);
    }

    @Override
    public ObjectNode schema() {
        return RuleWords.beside(NameKind.class).explain(SchemaShapes.words(List.of(WORD), WORD), "step");
    }

    @Override
    public StepResult run(NameStep step, StepContext context) {
        return context.done(step, new StepAddition.Name(step.pattern().source()), List.of());
    }
}
