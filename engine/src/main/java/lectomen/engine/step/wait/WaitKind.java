package lectomen.engine.step.wait;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.DurationText;
import lectomen.engine.rulefile.HoursReader;
import lectomen.engine.rulefile.RuleWords;
import lectomen.engine.rulefile.SchemaShapes;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepContext;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepReading;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/** {@code - wait: { for: 2 days }}, {@code { until: "18:00" }} or {@code { hours: 20:00 to 06:00 }}. */
public final class WaitKind implements StepKind<WaitStep> {
    private static final String WORD = "wait";
    private static final DateTimeFormatter SHOWN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm", Locale.ROOT);

    @Override
    public String word() {
        return WORD;
    }

    @Override
    public Class<WaitStep> type() {
        return WaitStep.class;
    }

    @Override
    public Optional<WaitStep> read(Section section, StepReading reading) {
        int line = section.spot().line();
        return reading.settings(section, WORD).flatMap(wanted -> read(wanted, reading, line));
    }

    private static Optional<WaitStep> read(Section wanted, StepReading reading, int line) {
        Optional<Duration> length = wanted.findText("for").flatMap(text -> length(wanted, text));
        Optional<NamePattern> until = wanted.findText("until").flatMap(text -> until(wanted, text, reading));
        boolean both = wanted.find("for").isPresent() && wanted.find("until").isPresent();
        Optional<OpenHours> hours = HoursReader.read(wanted, "hours", "on", reading.problems());
        boolean none = wanted.find("for").isEmpty()
                && wanted.find("until").isEmpty()
                && wanted.find("hours").isEmpty()
                && wanted.find("on").isEmpty();
        wanted.close();
        if (both) {
            wanted.report(wanted.spot(), "\"wait\" takes \"for\" or \"until\", not both");
        }
        if (none) {
            wanted.report(wanted.spot(), "\"wait\" needs \"for\" a time, \"until\" a time, or \"hours\"");
        }
        return both || none ? Optional.empty() : Optional.of(new WaitStep(length, until, hours, line));
    }

    private static Optional<Duration> length(Section wanted, Node.Text text) {
        Optional<Duration> length = DurationText.find(text.text());
        if (length.isEmpty()) {
            wanted.report(text.spot(), "\"for\" must be " + DurationText.EXPECTED + ", not " + text.kind());
        }
        return length;
    }

    private static Optional<NamePattern> until(Section wanted, Node.Text text, StepReading reading) {
        Optional<NamePattern> pattern = reading.slots().pattern(text);
        boolean fixed = pattern.filter(one -> one.slots().isEmpty()).isPresent();
        if (fixed && WaitTime.find(text.text(), Instant.EPOCH, ZoneId.of("UTC")).isEmpty()) {
            wanted.report(text.spot(), "\"until\" must be " + WaitTime.EXPECTED + ", not " + text.kind());
        }
        return pattern;
    }

    @Override
    public void describe(WaitStep step, SentenceList sentences) {
        String time = step.length()
                .map(length -> " for " + SentenceBlanks.of(DurationText.words(length), WORD, "for"))
                .or(() -> step.until().map(until -> " until " + SentenceBlanks.of(until.source(), WORD, "until")))
                .orElse("");
        String hours = step.hours()
                .map(open -> (time.isEmpty() ? "" : ", then")
                        + (open.hours().isPresent() ? " for the hours " : " for ")
                        + SentenceBlanks.of(open.words(), WORD, "hours"))
                .orElse("");
        sentences.step("Waits" + time + hours + ".", step.line(), WORD);
    }

    @Override
    public ObjectNode schema() {
        RuleWords words = RuleWords.beside(WaitKind.class);
        ObjectNode wanted =
                SchemaShapes.words(List.of(), "for", "until", "hours").put("minProperties", 1);
        SchemaShapes.properties(wanted).set("on", SchemaShapes.ref("texts"));
        ObjectNode step = SchemaShapes.object(List.of(WORD));
        SchemaShapes.properties(step).set(WORD, words.explain(wanted, WORD));
        return words.explain(step, "step");
    }

    @Override
    public StepResult run(WaitStep step, StepContext context) {
        ZoneId zone = context.site().zone();
        // A length of time counts from when the wait began, whatever else has changed since.
        Optional<StepWait> before = step.until().isEmpty() ? context.waitBefore() : context.earlierWait();
        Optional<Instant> until = before.flatMap(StepWait::findUntil);
        if (until.isEmpty()) {
            Optional<String> written = step.until().map(context::value);
            Optional<Instant> time = written.map(text -> WaitTime.find(text, context.now(), zone))
                    .orElseGet(
                            () -> Optional.of(context.now().plus(step.length().orElse(Duration.ZERO))));
            if (time.isEmpty()) {
                return context.failed(step, Reason.of("wait.no-time", "value", written.orElse("")));
            }
            until = inHours(step, time.get(), context);
            if (until.isEmpty()) {
                return context.failed(
                        step,
                        Reason.of(
                                "wait.never",
                                "hours",
                                step.hours().map(OpenHours::words).orElse("")));
            }
        }
        String shown = SHOWN.format(until.get().atZone(zone));
        if (context.isTrial() && until.get().isAfter(context.now())) {
            return context.result(
                    step, null, List.of(Reason.of("wait.not-in-trial", "until", shown)), Optional.empty());
        }
        return until.get().isAfter(context.now())
                ? context.done(
                        step,
                        new StepAddition.Wait(
                                StepWait.until(until.get(), Reason.of("plan.waits-for-time", "until", shown))),
                        List.of())
                : context.result(step, null, List.of(), Optional.empty());
    }

    private static Optional<Instant> inHours(WaitStep step, Instant time, StepContext context) {
        Instant first = time.isBefore(context.now()) ? context.now() : time;
        return step.hours().isEmpty()
                ? Optional.of(time)
                : step.hours()
                        .get()
                        .opensAt(first, context.site().zone(), context.site().calendar());
    }
}
