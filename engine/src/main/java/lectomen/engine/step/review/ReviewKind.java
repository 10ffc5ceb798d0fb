package lectomen.engine.step.review;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.approval.Stage;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.rulefile.WorkingTimeText;
import lectomen.engine.schedule.WorkingTime;
import lectomen.engine.step.Asking;
import lectomen.engine.step.FieldDoubt;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.PeopleReader;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** {@code - review: { by: records-office, when: [checks fail, confidence below: 0.95], within: 4 working hours }}. */
public final class ReviewKind implements StepKind<ReviewStep> {
    private static final String WORD = "review";
    private static final int SAMPLE_OF = 10_000;

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<ReviewStep> type() {
        return ReviewStep.class;
    }

    @Override
    public Optional<ReviewStep> read(Section outer, StepReading reading) {
        int line = outer.spot().line();
        return reading.settings(outer, WORD).flatMap(section -> read(section, reading, line));
    }

    private static Optional<ReviewStep> read(Section section, StepReading reading, int line) {
        List<Contact> by = PeopleReader.read(section, "by", true);
        ReviewStep.When when = section.find("when")
                .map(node -> new WhenReader(reading).read(node))
                .orElse(ReviewStep.When.ALWAYS);
        Optional<WorkingTime> within = WorkingTimeText.read(section, "within");
        section.close();
        return by.isEmpty() ? Optional.empty() : Optional.of(new ReviewStep(by, when, within, line));
    }

    @Override
    public void describe(ReviewStep review, SentenceList sentences) {
        String by = SentenceBlanks.of(
                review.by().stream().map(Contact::name).collect(Collectors.joining(" or ")), WORD, "by");
        String within = review.within()
                .map(time -> ", within " + SentenceBlanks.of(WorkingTimeText.words(time), WORD, "within"))
                .orElse("");
        sentences.step(
                "Has " + by + " review it " + SentenceBlanks.of(when(review.when()), WORD, "when") + within + ".",
                review.line(),
                WORD);
    }

    private static String when(ReviewStep.When when) {
        if (when.always()) {
            return "always";
        }
        List<String> words = new ArrayList<>();
        if (when.checksFail()) {
            words.add("if a field is missing or fails its check");
        }
        when.confidenceBelow().ifPresent(below -> words.add("if a field is less sure than " + below));
        if (!when.values().isEmpty()) {
            words.add("if " + FieldTest.words(when.values()));
        }
        if (when.samplePercent() > 0) {
            words.add("for " + percent(when.samplePercent()) + " of all documents");
        }
        return String.join(", or ", words);
    }

    private static String percent(double share) {
        return (share == Math.rint(share) ? Long.toString((long) share) : Double.toString(share)) + " %";
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(ReviewKind.class);
        ObjectNode conditions = SchemaShapes.words(List.of(), WhenReader.CONFIDENCE, WhenReader.SAMPLE);
        ObjectNode known = SchemaShapes.properties(conditions);
        known.set(WhenReader.CHECKS, SchemaShapes.ref("yes"));
        known.set(WhenReader.ALWAYS, SchemaShapes.ref("yes"));
        known.putObject(WhenReader.VALUE).put("type", "object").set("additionalProperties", SchemaShapes.ref("texts"));
        words.explain(conditions, "when");
        ObjectNode alone = SchemaShapes.choice(List.of(WhenReader.ALWAYS, WhenReader.CHECKS));
        ObjectNode review = SchemaShapes.words(List.of("by"), "within");
        SchemaShapes.properties(review).set("by", SchemaShapes.ref("texts"));
        ArrayNode ways = SchemaShapes.properties(review).putObject("when").putArray("anyOf");
        ways.add(alone);
        ways.add(conditions);
        ArrayNode items =
                ways.addObject().put("type", "array").putObject("items").putArray("anyOf");
        items.add(alone.deepCopy());
        items.add(conditions.deepCopy());
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(review, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(ReviewStep review, StepContext context) {
        Set<String> asked = new LinkedHashSet<>();
        List<Reason> why = new ArrayList<>();
        List<FieldDoubt> doubts = review.when().checksFail() ? context.doubts() : List.of();
        doubts.forEach(doubt -> {
            asked.add(doubt.field());
            why.add(doubt.reason());
        });
        review.when().confidenceBelow().ifPresent(below -> context.fields().stream()
                .filter(field -> field.confidence() < below && asked.add(field.name()))
                .forEach(field -> why.add(unsure(field, below))));
        List<FieldTest> tests = review.when().values();
        if (!tests.isEmpty() && tests.stream().allMatch(test -> test.holds(context.slots()))) {
            why.add(Reason.of("review.value", "test", FieldTest.words(tests)));
        }
        if (isSampled(review.when().samplePercent(), context)) {
            why.add(Reason.of("review.sample", "share", percent(review.when().samplePercent())));
        }
        if (review.when().always()) {
            why.add(Reason.of("review.always"));
        }
        List<String> by = review.by().stream().map(Contact::name).toList();
        Stage stage = Stage.of(by, review.within().orElse(null));
        return Asking.of(PeopleQuestion.Kind.REVIEW)
                .about(asked, doubts)
                .because(why)
                .in(List.of(stage), Set.of())
                .ask(review, context);
    }

    private static Reason unsure(FieldValue field, double below) {
        return Reason.of(
                "review.unsure",
                "field",
                field.name(),
                "value",
                field.value(),
                "sure",
                String.format(Locale.ROOT, "%.2f", Math.floor(100 * field.confidence()) / 100),
                "below",
                Double.toString(below));
    }

    /** By the document's hash, so that a trial tells the same as the run. */
    private static boolean isSampled(double percent, StepContext context) {
        if (percent <= 0) {
            return false;
        }
        String hash = context.worker().original().sha256() + context.rule().id();
        return Math.floorMod(hash.hashCode() * 0x9E3779B1, SAMPLE_OF) < percent * SAMPLE_OF / 100;
    }
}
