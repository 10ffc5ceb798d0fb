package lectomen.engine.step.send;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import lectomen.engine.data.DataFormat;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.rulefile.SidecarExpression;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.engine.step.SystemAnswer;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - send to: { system: berth-system, document: main, fields: [vessel], take: { record number: /number } }}. */
public final class SendKind implements StepKind<SendStep> {
    private static final String WORD = "send to";
    private static final String CODE = "send";
    private static final String NO_DOCUMENT = "none";
    private static final Set<DataFormat> ANSWERS = Set.of(DataFormat.JSON, DataFormat.XML);

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<SendStep> type() {
        return SendStep.class;
    }

    @Override
    public Optional<SendStep> read(Section outer, StepReading reading) {
        Optional<Section> opened = reading.settings(outer, WORD);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<String> system = system(section, reading);
        SendForm form = SettingReader.choice(section, "as", SendForm::findByWord, SendForm.words(), SendForm.MULTIPART);
        List<String> fields = section.texts("fields").stream()
                .filter(reading.slots()::isKnown)
                .map(Node.Text::text)
                .toList();
        boolean withoutDocument = section.findText("document")
                .filter(text -> text.text().equals(NO_DOCUMENT))
                .isPresent();
        Optional<String> document =
                withoutDocument ? Optional.empty() : Optional.of(reading.output(section, "document", OutputNames.MAIN));
        SendStep.Expectation expected = section.find("expect")
                .flatMap(node -> reading.settings("expect", node))
                .map(inner -> expectation(inner, reading))
                .orElse(new SendStep.Expectation(List.of(), Optional.empty(), Optional.empty()));
        Map<String, String> taken = new TreeMap<>();
        section.find("take").flatMap(node -> reading.settings("take", node)).ifPresent(names -> names.names()
                .forEach(entry -> take(entry, reading, taken)));
        WhenInDoubt whenInDoubt = SettingReader.choice(
                section, "when in doubt", WhenInDoubt::findByWord, WhenInDoubt.words(), WhenInDoubt.ASK);
        section.close();
        return system.map(name -> new SendStep(
                name,
                document,
                form,
                fields,
                expected,
                taken,
                whenInDoubt,
                outer.spot().line()));
    }

    /** The named web connection, or the only one. */
    private static Optional<String> system(Section section, StepReading reading) {
        Set<String> known = new TreeSet<>(reading.site().web());
        Optional<Node.Text> named = section.findText("system");
        if (named.isEmpty() && known.size() == 1) {
            return known.stream().findFirst();
        }
        if (named.filter(text -> known.contains(text.text())).isPresent()) {
            return named.map(Node.Text::text);
        }
        String problem = known.isEmpty()
                ? "there is no web connection in lectomen.yaml"
                : named.map(text -> "unknown web connection \"" + text.text() + "\""
                                + Section.suggestion(text.text(), known))
                        .orElse("\"system\" is missing: one of the web connections " + String.join(", ", known));
        section.report(named.map(Node.Text::spot).orElse(section.spot()), problem);
        return Optional.empty();
    }

    private static SendStep.Expectation expectation(Section section, StepReading reading) {
        List<Integer> statuses = new ArrayList<>();
        for (Node.Text text : section.texts("status")) {
            if (text.text().matches("[1-5]\\d\\d")) {
                statuses.add(Integer.valueOf(text.text()));
            } else {
                section.report(text.spot(), "\"status\" must be an HTTP status such as 201, not " + text.kind());
            }
        }
        Optional<Node.Text> where = section.findText("where");
        where.ifPresent(text -> SidecarExpression.check(text, ANSWERS, reading.problems()));
        Optional<Node.Text> is = section.findText("is");
        if (is.isPresent() && where.isEmpty()) {
            section.report(is.get().spot(), "\"is\" needs \"where\": the place in the answer");
        }
        section.close();
        return new SendStep.Expectation(statuses, where.map(Node.Text::text), is.map(Node.Text::text));
    }

    private static void take(Node.Entry entry, StepReading reading, Map<String, String> taken) {
        String name = entry.key().text();
        if (!(entry.value() instanceof Node.Text expression)) {
            Section.report(
                    reading.problems(),
                    entry.value().spot(),
                    "\"" + name + "\" needs a place in the answer such as /number, not "
                            + entry.value().kind());
            return;
        }
        if (SlotReader.isOwn(name)) {
            Section.report(reading.problems(), entry.key().spot(), "\"" + name + "\" is not a name for a field");
        }
        SidecarExpression.check(expression, ANSWERS, reading.problems());
        taken.put(name, expression.text());
        reading.slots().add(name);
    }

    @Override
    public void describe(SendStep send, SentenceList sentences) {
        String what = send.document()
                .map(output ->
                        SentenceBlanks.of(output.equals(OutputNames.MAIN) ? "it" : "the " + output, WORD, "document")
                                + (send.fields().isEmpty() ? "" : " with " + fields(send)))
                .orElseGet(() -> send.fields().isEmpty() ? "that it came" : fields(send));
        sentences.step(
                "Sends " + what + " to " + SentenceBlanks.of(send.connection(), WORD, "system")
                        + " and waits for the answer.",
                send.line(),
                WORD);
        send.expected()
                .where()
                .ifPresent(where -> sentences.detail(
                        "The answer must have "
                                + send.expected()
                                        .is()
                                        .map(value -> SentenceBlanks.of(value, WORD, "expect", "is"))
                                        .orElse("a value")
                                + " at " + SentenceBlanks.of(where, WORD, "expect", "where") + ".",
                        send.line(),
                        WORD));
        send.taken()
                .forEach((name, where) -> sentences.detail(
                        name + ", from the answer at " + SentenceBlanks.of(where, WORD, "take", name),
                        send.line(),
                        WORD));
        if (send.whenInDoubt() != WhenInDoubt.ASK) {
            String then = SentenceBlanks.of(
                    send.whenInDoubt() == WhenInDoubt.REPEAT ? "it is sent again" : "it is left, and fails",
                    WORD,
                    "when in doubt");
            sentences.detail("If it can't be proved that it was sent, " + then + ".", send.line(), WORD);
        }
    }

    private static String fields(SendStep send) {
        return SentenceBlanks.of(String.join(", ", send.fields()), WORD, "fields");
    }

    @Override
    public Map<String, Class<? extends PlannedEffect>> effects() {
        return Map.of(CODE, Sending.class);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(SendKind.class);
        ObjectNode send = SchemaShapes.words(List.of(), "system", "document");
        SchemaShapes.properties(send).set("as", SchemaShapes.choice(SendForm.words()));
        SchemaShapes.properties(send).set("fields", SchemaShapes.ref("texts"));
        ObjectNode expect = SchemaShapes.words(List.of(), "where", "is");
        SchemaShapes.properties(expect).set("status", SchemaShapes.ref("texts"));
        SchemaShapes.properties(send).set("expect", words.explain(expect, "expect"));
        SchemaShapes.properties(send)
                .putObject("take")
                .put("type", "object")
                .set("additionalProperties", SchemaShapes.ref("text"));
        SchemaShapes.properties(send).set("when in doubt", SchemaShapes.choice(WhenInDoubt.words()));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(send, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(SendStep send, StepContext context) {
        Optional<SystemAnswer> answer = context.earlierAnswer();
        if (answer.isPresent()) {
            AnswerReading.Result result = new AnswerReading(send, answer.get()).read();
            return result instanceof AnswerReading.Result.Bad bad
                    ? context.failed(send, bad.reason())
                    : context.done(
                            send, new StepAddition.Fields(((AnswerReading.Result.Good) result).fields()), List.of());
        }
        if (context.isTrial()) {
            Reason note = Reason.of("send.not-in-trial", "connection", send.connection());
            List<FieldValue> stand = send.taken().keySet().stream()
                    .map(name -> FieldValue.given(name, "(" + name + ")", "stands for the answer in a trial"))
                    .toList();
            return context.done(send, new StepAddition.Fields(stand), List.of(note));
        }
        Reason waits = Reason.of("plan.waits-for-answer", "connection", send.connection());
        StepWait wait = new StepWait(StepWait.What.PARTNER, null, waits);
        return context.done(send, new StepAddition.Request(sending(send, context), wait, null), List.of());
    }

    private static Sending sending(SendStep send, StepContext context) {
        Map<String, String> values = send.fields().stream()
                .filter(context.slots()::containsKey)
                .collect(Collectors.toMap(name -> name, name -> context.slots().get(name), (a, b) -> a));
        Optional<StepOutput> output = send.document().flatMap(context::findOutput);
        FileType type = output.map(StepOutput::type).orElse(context.facts().type());
        return new Sending(
                context.number(),
                send.connection(),
                send.form(),
                values,
                send.document().isPresent() ? context.fileName(output) : "",
                type.mediaType(),
                output.orElse(null),
                send.expected().statuses(),
                send.whenInDoubt());
    }
}
