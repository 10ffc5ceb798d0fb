package lectomen.engine.rule;

import java.util.List;
import java.util.Optional;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - greet: "{file name}"} gives the field {@code greeting}. */
final class PretendKind implements StepKind<PretendKind.Greet> {
    record Greet(NamePattern whom, int line) implements Step {}

    @Override
    public String word() {
        return "greet";
    }

    @Override
    public Class<Greet> type() {
        return Greet.class;
    }

    @Override
    public Optional<Greet> read(Section section, StepReading reading) {
        Optional<NamePattern> whom = section.requireText("greet").flatMap(reading.slots()::pattern);
        reading.slots().add("greeting");
        return whom.map(pattern -> new Greet(pattern, section.spot().line()));
    }

    @Override
    public void describe(Greet step, SentenceList sentences) {
        sentences.step("Greets " + step.whom().source() + ".", step.line(), "greet");
    }

    @Override
    public ObjectNode schema() {
        return RuleWords.beside(PretendKind.class).explain(SchemaShapes.words(List.of("greet"), "greet"), "step");
    }

    @Override
    public StepResult run(Greet step, StepContext context) {
        String greeting = "Good morning, " + context.value(step.whom());
        FieldValue field = new FieldValue(
                "greeting", FieldType.TEXT, greeting, greeting, 0, new Box(0, 0, 0, 0), Page.Unit.POINT, "greeted", 1);
        return context.done(step, new StepAddition.Fields(List.of(field)), List.of());
    }
}
