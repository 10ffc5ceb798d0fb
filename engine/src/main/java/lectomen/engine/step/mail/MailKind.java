package lectomen.engine.step.mail;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SettingReader;
import lectomen.engine.step.SlotValues;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - mail: { to: "{sender address}", subject: "Permit {number}", text: "...", attach: main }}. */
public final class MailKind implements StepKind<MailStep> {
    private static final String WORD = "mail";

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<MailStep> type() {
        return MailStep.class;
    }

    @Override
    public Optional<MailStep> read(Section outer, StepReading reading) {
        Optional<Section> opened = reading.settings(outer, WORD);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<String> connection = connection(section, reading);
        List<NamePattern> to = new ArrayList<>();
        section.require("to");
        section.texts("to").forEach(text -> address(section, text, reading).ifPresent(to::add));
        Optional<NamePattern> subject = section.requireText("subject").flatMap(reading.slots()::pattern);
        Optional<NamePattern> text = section.requireText("text").flatMap(reading.slots()::pattern);
        Optional<String> attach = section.find("attach").map(node -> reading.output(section, "attach", ""));
        WhenInDoubt whenInDoubt = SettingReader.choice(
                section, "when in doubt", WhenInDoubt::findByWord, WhenInDoubt.words(), WhenInDoubt.ASK);
        section.close();
        if (connection.isEmpty() || to.isEmpty() || subject.isEmpty() || text.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new MailStep(
                connection.get(),
                to,
                subject.get(),
                text.get(),
                attach,
                whenInDoubt,
                outer.spot().line()));
    }

    /** The named mail connection, or the only one. */
    private static Optional<String> connection(Section section, StepReading reading) {
        Set<String> known = new TreeSet<>(reading.site().mail());
        Optional<Node.Text> by = section.findText("by");
        if (by.isEmpty() && known.size() == 1) {
            return known.stream().findFirst();
        }
        if (by.filter(text -> known.contains(text.text())).isPresent()) {
            return by.map(Node.Text::text);
        }
        String problem = known.isEmpty()
                ? "there is no mail connection in lectomen.yaml"
                : by.map(text -> "unknown mail connection \"" + text.text() + "\""
                                + Section.suggestion(text.text(), known))
                        .orElse("\"by\" is missing: one of the mail connections " + String.join(", ", known));
        section.report(by.map(Node.Text::spot).orElse(section.spot()), problem);
        return Optional.empty();
    }

    private static Optional<NamePattern> address(Section section, Node.Text text, StepReading reading) {
        Optional<NamePattern> pattern = reading.slots().pattern(text);
        boolean fixed = pattern.filter(one -> one.slots().isEmpty()).isPresent();
        if (fixed && !MailAddress.isAddress(text.text())) {
            section.report(
                    text.spot(),
                    "\"to\" must be an address such as works@harbour.example, or a slot that has one, not "
                            + text.kind());
        }
        return pattern;
    }

    @Override
    public void describe(MailStep mail, SentenceList sentences) {
        String to = mail.to().size() == 1
                ? SentenceBlanks.of(mail.to().get(0).source(), WORD, "to")
                : String.join(", ", mail.to().stream().map(NamePattern::source).toList());
        String with = mail.attach()
                .map(output ->
                        ", with " + SentenceBlanks.of(output.equals("main") ? "it" : "the " + output, WORD, "attach")
                                + " attached")
                .orElse("");
        sentences.step(
                "Mails “" + SentenceBlanks.of(mail.subject().source(), WORD, "subject") + "” to " + to + with + ".",
                mail.line(),
                WORD);
        if (mail.whenInDoubt() != WhenInDoubt.ASK) {
            String then = SentenceBlanks.of(
                    mail.whenInDoubt() == WhenInDoubt.REPEAT ? "it is sent again" : "it is left, and fails",
                    WORD,
                    "when in doubt");
            sentences.detail("If it can't be proved that it was sent, " + then + ".", mail.line(), WORD);
        }
    }

    @Override
    public Map<String, Class<? extends PlannedEffect>> effects() {
        return Map.of(WORD, Mailing.class);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(MailKind.class);
        ObjectNode mail = SchemaShapes.words(List.of("to", "subject", "text"), "by", "subject", "text", "attach");
        SchemaShapes.properties(mail).set("to", SchemaShapes.ref("texts"));
        SchemaShapes.properties(mail).set("when in doubt", SchemaShapes.choice(WhenInDoubt.words()));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(mail, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(MailStep mail, StepContext context) {
        List<String> to = mail.to().stream()
                .flatMap(pattern -> Stream.of(context.value(pattern).split("[,;]")))
                .map(String::strip)
                .filter(address -> !address.isEmpty())
                .distinct()
                .toList();
        Optional<String> bad =
                to.stream().filter(address -> !MailAddress.isAddress(address)).findFirst();
        if (bad.isPresent()) {
            return context.failed(mail, Reason.of("mail.bad-address", "address", bad.get()));
        }
        if (to.isEmpty()) {
            String source = mail.to().get(0).source();
            return context.failed(mail, Reason.of("mail.no-address", "to", source));
        }
        String subject = MailSubject.of(context.value(mail.subject()));
        Optional<StepOutput> attached = mail.attach().flatMap(context::findOutput);
        Mailing mailing = new Mailing(
                context.number(),
                mail.connection(),
                to,
                subject,
                context.value(mail.text()),
                mail.attach().isPresent() ? attachedAs(attached, context) : "",
                attached.orElse(null),
                mail.whenInDoubt());
        Reason says = Reason.of("mail.planned", "to", String.join(", ", to), "subject", mailing.subject());
        return context.done(mail, new StepAddition.Effect(mailing), List.of(says));
    }

    private static String attachedAs(Optional<StepOutput> attached, StepContext context) {
        String name = context.name()
                .map(pattern -> pattern.text(context.slots(), context.site().locale()))
                .orElseGet(() -> context.slots().getOrDefault("file name", "document"));
        String ending = attached.map(output -> output.type().ending())
                .orElseGet(
                        () -> SlotValues.ending(context.facts(), context.site().locale()));
        return ending.isEmpty() ? name : name + "." + ending;
    }
}
