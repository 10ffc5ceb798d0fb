package lectomen.engine.step.approve;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.approval.Excluded;
import lectomen.engine.approval.Stage;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.rulefile.WorkingTimeText;
import lectomen.engine.step.Asking;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - approve: { by: harbour-engineers, within: 2 working days }}, or with {@code stages:}. */
public final class ApproveKind implements StepKind<ApproveStep> {
    private static final String WORD = "approve";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ApproveStep> type() {
        return ApproveStep.class;
    }

    @Override
    public Optional<ApproveStep> read(Section outer, StepReading reading) {
        int line = outer.spot().line();
        return reading.settings(outer, WORD).flatMap(section -> read(section, reading, line));
    }

    private static Optional<ApproveStep> read(Section section, StepReading reading, int line) {
        StageReader reader = new StageReader(reading);
        List<ApproveStep.ChosenStage> stages = reader.read(section);
        Set<Excluded> excluded = EnumSet.noneOf(Excluded.class);
        for (Node.Text text : section.texts("not by")) {
            Optional<Excluded> one = Excluded.findByWord(text.text());
            one.ifPresent(excluded::add);
            if (one.isEmpty()) {
                section.report(
                        text.spot(),
                        "\"not by\" must be of " + String.join(", ", Excluded.words()) + "; not " + text.kind());
            }
        }
        section.close();
        return stages.isEmpty()
                ? Optional.empty()
                : Optional.of(new ApproveStep(stages, excluded, reader.contacts(), line));
    }

    @Override
    public void describe(ApproveStep approve, SentenceList sentences) {
        boolean several = approve.stages().size() > 1;
        if (several) {
            sentences.step("Has it approved in " + approve.stages().size() + " stages:", approve.line(), WORD);
        }
        int number = 0;
        for (ApproveStep.ChosenStage chosen : approve.stages()) {
            number++;
            String said =
                    stage(chosen.stage(), several ? List.of(WORD, "stages", Integer.toString(number)) : List.of(WORD));
            String name = chosen.stage().name().isEmpty() ? "" : chosen.stage().name() + ", ";
            String only = chosen.onlyIf().isEmpty() ? "" : ", only if " + FieldTest.words(chosen.onlyIf());
            if (several) {
                sentences.detail(number + ". " + name + said + only + ".", approve.line(), WORD);
            } else {
                sentences.step("Has it approved by " + said + only + ".", approve.line(), WORD);
            }
            details(chosen.stage()).forEach(detail -> sentences.detail(detail, approve.line(), WORD));
        }
        if (!approve.excluded().isEmpty()) {
            String who =
                    approve.excluded().stream().sorted().map(Excluded::word).collect(Collectors.joining(" or "));
            sentences.detail(
                    "It can't be approved by the " + SentenceBlanks.of(who, WORD, "not by") + ".",
                    approve.line(),
                    WORD);
        }
    }

    /** @param path to the stage's words */
    private static String stage(Stage stage, List<String> path) {
        String by = String.join(" or ", stage.by());
        String need = stage.need().isAll()
                ? "all of "
                : stage.need().count() == 1 ? "" : stage.need().words() + " of ";
        boolean blanks = path.size() == 1;
        String who = blanks ? SentenceBlanks.of(by, WORD, "by") : by;
        String within = stage.findWithin()
                .map(WorkingTimeText::words)
                .map(time -> " within " + (blanks ? SentenceBlanks.of(time, WORD, "within") : time))
                .orElse("");
        return need + who + within;
    }

    private static List<String> details(Stage stage) {
        List<String> details = new ArrayList<>();
        stage.findRemindAfter()
                .ifPresent(time -> details.add("They are reminded after " + WorkingTimeText.words(time) + "."));
        stage.findEscalation()
                .ifPresent(to -> details.add(
                        "After " + WorkingTimeText.words(to.after()) + ", " + to.to() + " may decide as well."));
        stage.findAtDeadline()
                .ifPresent(then -> details.add("If nobody has decided by then, the rule "
                        + (then == Stage.AtDeadline.APPROVE ? "approves" : "rejects") + " it."));
        return details;
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ApproveKind.class);
        ObjectNode stages = words.explain(stage(true), "stage");
        ObjectNode approve = stage(false);
        ObjectNode list = SchemaShapes.properties(approve).putObject("stages").put("type", "array");
        list.set("items", stages);
        SchemaShapes.properties(approve).set("not by", SchemaShapes.ref("texts"));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(approve, WORD));
        return words.explain(step, "step");
    }

    private static ObjectNode stage(boolean ofSeveral) {
        RuleWords words = RuleWords.beside(ApproveKind.class);
        ObjectNode stage =
                SchemaShapes.words(ofSeveral ? List.of("by") : List.of(), "stage", "need", "within", "remind after");
        SchemaShapes.properties(stage).set("by", SchemaShapes.ref("texts"));
        SchemaShapes.properties(stage)
                .set("escalate", words.explain(SchemaShapes.words(List.of("to", "after"), "to", "after"), "escalate"));
        SchemaShapes.properties(stage).set("at deadline", SchemaShapes.choice(Stage.AtDeadline.words()));
        SchemaShapes.properties(stage)
                .putObject("only if")
                .put("type", "object")
                .set("additionalProperties", SchemaShapes.ref("texts"));
        return stage;
    }

    @Override
    public StepResult run(ApproveStep approve, StepContext context) {
        List<Stage> stages = approve.stages().stream()
                .filter(chosen -> chosen.onlyIf().stream().allMatch(test -> test.holds(context.slots())))
                .map(ApproveStep.ChosenStage::stage)
                .toList();
        return Asking.of(PeopleQuestion.Kind.APPROVAL)
                .because(List.of(
                        Reason.of("approve.asked", "rule", context.rule().id())))
                .in(stages, approve.excluded())
                .ask(approve, context);
    }
}
