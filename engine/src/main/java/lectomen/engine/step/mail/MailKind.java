package lectomen.engine.step.mail;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.SettingReader;
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

    /** Most servers take mails up to somewhat more. */
    private static final long USUAL_ATTACHED = 10_000_000;

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
        List<String> attach = reading.outputs(section, "attach");
        long attachUpTo = attachUpTo(section);
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
                attachUpTo,
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
        String files = mail.attach().stream()
                .map(output -> output.equals(OutputNames.MAIN) ? "it" : "the " + output)
                .collect(Collectors.joining(" and "));
        String with = files.isEmpty() ? "" : ", with " + SentenceBlanks.of(files, WORD, "attach") + " attached";
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
        ObjectNode mail = SchemaShapes.words(List.of("to", "subject", "text"), "by", "subject", "text", "attach up to");
        SchemaShapes.properties(mail).set("attach", SchemaShapes.ref("texts"));
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
        List<Optional<StepOutput>> files = files(mail, context);
        Mailing mailing = new Mailing(
                context.number(),
                mail.connection(),
                to,
                subject,
                context.value(mail.text()),
                files.isEmpty() ? "" : context.fileName(files.get(0)),
                files.isEmpty() ? null : files.get(0).orElse(null),
                more(files, context),
                files.isEmpty() ? 0 : mail.attachUpTo(),
                mail.whenInDoubt());
        Reason says = Reason.of("mail.planned", "to", String.join(", ", to), "subject", mailing.subject());
        return context.done(mail, new StepAddition.Effect(mailing), List.of(says));
    }

    /** The outputs to attach, each once; the document as it came in is empty, and the first. */
    private static List<Optional<StepOutput>> files(MailStep mail, StepContext context) {
        return mail.attach().stream()
                .map(context::findOutput)
                .distinct()
                .sorted(Comparator.comparing(Optional::isPresent))
                .toList();
    }

    private static List<Mailing.Attached> more(List<Optional<StepOutput>> files, StepContext context) {
        Set<String> names = new HashSet<>();
        List<Mailing.Attached> more = new ArrayList<>();
        for (Optional<StepOutput> file : files) {
            String name = context.fileName(file);
            if (!names.add(name)) {
                int dot = name.lastIndexOf('.');
                String output = " (" + file.map(StepOutput::output).orElse("") + ")";
                name = dot < 0 ? name + output : name.substring(0, dot) + output + name.substring(dot);
            }
            if (file.isPresent() && !file.equals(files.get(0))) {
                more.add(new Mailing.Attached(name, file.get()));
            }
        }
        return more;
    }

    private static long attachUpTo(Section section) {
        Optional<Node.Text> text = section.findText("attach up to");
        Optional<Long> bytes = text.flatMap(written -> FileSizeText.find(written.text()));
        if (text.isPresent() && bytes.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"attach up to\" must be " + FileSizeText.EXPECTED + ", not "
                            + text.get().kind());
        }
        return bytes.orElse(USUAL_ATTACHED);
    }
}
