package lectomen.engine.rule;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.data.DataForm;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.identify.FileType;
import lectomen.engine.naming.NamePattern;

/** A rule as sentences that can be read aloud, each with the line of the file that it comes from. */
public final class ReadAloud {
    /** Conditions say what they ask whatever file they look at; this one has nothing that could matter. */
    private static final Facts ANY_FILE = new Facts("", 0, FileType.UNKNOWN, Optional.empty(), Instant.EPOCH);

    /** The part of the rule that a sentence belongs to. */
    public enum Part {
        FROM,
        WHEN,
        DO,
        THEN
    }

    /**
     * @param depth 0 for a sentence of its own, more for one that belongs to the sentence above
     * @param line of the rule file; 0 where none says it
     */
    public record Sentence(Part part, String words, int depth, int line) {}

    private final List<Sentence> sentences = new ArrayList<>();

    private ReadAloud() {}

    public static List<Sentence> of(RuleDocument rule) {
        ReadAloud reading = new ReadAloud();
        if (rule.from().isEmpty()) {
            reading.say(Part.FROM, "Takes what other rules hand over.", 0, 0);
        }
        rule.from().forEach(reading::from);
        rule.when()
                .ifPresentOrElse(
                        when -> reading.when(when.look(ANY_FILE, Optional.empty()), 0),
                        () -> reading.say(Part.WHEN, "Every such file is wanted.", 0, 0));
        rule.steps().forEach(reading::step);
        rule.sameDocument()
                .ifPresent(key -> reading.say(
                        Part.DO,
                        "A later document with the same " + key.source()
                                + " takes the place of what an earlier one filed.",
                        0,
                        0));
        reading.then(rule);
        return List.copyOf(reading.sentences);
    }

    /** What stands under {@code from:} for one folder. */
    public static List<Sentence> of(RuleDocument.From from) {
        ReadAloud reading = new ReadAloud();
        reading.from(from);
        return List.copyOf(reading.sentences);
    }

    private void say(Part part, String words, int depth, int line) {
        sentences.add(new Sentence(part, words, depth, line));
    }

    private void from(RuleDocument.From from) {
        SourceSettings settings = from.settings();
        String when = settings.settle().isZero()
                ? "as soon as they appear"
                : settings.arrives() == SourceSettings.Arrives.TOGETHER
                        ? "all that lies there as one arrival, once nothing has changed for " + span(settings.settle())
                        : "once they have kept still for " + span(settings.settle());
        say(
                Part.FROM,
                "Takes " + from.accepting().words() + " from " + from.folder() + ", " + when + ".",
                0,
                from.line());
        if (!from.about().isEmpty()) {
            say(Part.FROM, "What belongs there: " + from.about(), 1, from.line());
        }
        settings.open().ifPresent(hours -> say(Part.FROM, "Open " + hours.words() + ".", 1, from.line()));
        settings.runs().ifPresent(runs -> say(Part.FROM, "Collects, and runs " + runs.words() + ".", 1, from.line()));
        settings.sidecar().ifPresent(sidecar -> sidecar(sidecar, from.line()));
        switch (settings.subfolders()) {
            case LEAVE -> {}
            case WATCH -> say(Part.FROM, "Files in its subfolders too.", 1, from.line());
            case TAKE -> say(Part.FROM, "A folder dropped into it is taken with what is in it.", 1, from.line());
        }
        switch (settings.seenBefore()) {
            case PROCESS -> {}
            case HOLD -> say(Part.FROM, "What was filed before is held for a person.", 1, from.line());
            case REJECT -> say(Part.FROM, "What was filed before is rejected.", 1, from.line());
        }
        settings.expectEvery()
                .ifPresent(span -> say(
                        Part.FROM, "It is said when nothing came for longer than " + span(span) + ".", 1, from.line()));
        say(
                Part.FROM,
                "What fails goes to " + settings.failedFolder() + ", with its reason beside it.",
                1,
                from.line());
    }

    private void sidecar(SidecarSettings sidecar, int line) {
        String forms = sidecar.forms().stream().map(DataForm::word).sorted().collect(Collectors.joining(" or "));
        String found = sidecar.documents()
                .map(expression -> "which names its documents by " + expression)
                .orElseGet(() -> "named "
                        + sidecar.named().stream()
                                .map(SidecarSettings.Named::word)
                                .collect(Collectors.joining(" or ")));
        say(
                Part.FROM,
                "With each comes a data file (" + forms + "), " + found + "; one waits " + span(sidecar.patience())
                        + " for the other.",
                1,
                line);
        say(Part.FROM, "Without its data file a document " + alone(sidecar.withoutSidecar()) + ".", 2, line);
        say(Part.FROM, "A data file without its document " + alone(sidecar.withoutDocument()) + ".", 2, line);
    }

    private static String alone(SidecarSettings.Alone choice) {
        return switch (choice) {
            case FAIL -> "fails";
            case TAKE -> "is taken all the same";
            case LEAVE -> "stays where it lies";
        };
    }

    private void when(Seen seen, int depth) {
        if (seen.parts().isEmpty()) {
            say(
                    Part.WHEN,
                    (depth == 0 ? "Wanted when its " : "its ") + seen.says() + (depth == 0 ? "." : ""),
                    depth,
                    seen.line());
            return;
        }
        String junction =
                switch (seen.says()) {
                    case "all" -> "all of these hold:";
                    case "any" -> "any of these holds:";
                    default -> "none of these holds:";
                };
        say(Part.WHEN, depth == 0 ? "Wanted when " + junction : junction, depth, seen.line());
        seen.parts().forEach(part -> when(part, depth + 1));
    }

    private void step(Step step) {
        if (step instanceof Step.Find find) {
            say(Part.DO, "Finds the fields of a " + find.documentType() + ":", 0, find.line());
            find.fields().forEach(this::field);
        } else if (step instanceof Step.Name name) {
            say(Part.DO, "Names it " + name.pattern().source() + ", with the ending it has.", 0, name.line());
        } else if (step instanceof Step.File file) {
            String under =
                    file.under().map(pattern -> " under " + pattern.source()).orElse("");
            String taken =
                    switch (file.whenTaken()) {
                        case NUMBER_IT ->
                            "A name that is taken gets a number"
                                    + file.numbered()
                                            .map(pattern -> ": " + pattern.source())
                                            .orElse("")
                                    + ".";
                        case NEW_VERSION ->
                            "Where the name is taken, what is there is moved to "
                                    + file.olderTo().map(NamePattern::source).orElse("")
                                    + ", and this takes its place.";
                        case LEAVE -> "Where the name is taken, what is there is left and this is rejected.";
                        case REPLACE_OWN ->
                            "What this rule filed there before is replaced; anything else there is left, and it fails.";
                        case FAIL -> "Where the name is taken, it fails.";
                    };
            String what = file.output().equals(Step.Acting.MAIN) ? "it" : "the " + file.output();
            say(Part.DO, "Files " + what + " in " + file.connection() + under + ".", 0, file.line());
            say(Part.DO, taken, 1, file.line());
        } else {
            PageStepsAloud.of(step).ifPresent(words -> say(Part.DO, words, 0, step.line()));
        }
    }

    private void field(FieldSpec field) {
        String kind =
                switch (field.type()) {
                    case TEXT -> "";
                    case DATE -> ", a date";
                    case NUMBER -> ", a number";
                    case MONEY -> ", an amount of money";
                    case YES_NO -> ", yes or no";
                    case CHOICE ->
                        ", one of " + String.join(", ", field.checks().oneOf());
                    case LIST -> ", a list";
                };
        String needed = field.required()
                ? "; without it the document fails"
                : field.otherwise().isEmpty() ? "" : "; else " + field.otherwise();
        say(Part.DO, field.name() + kind + ", " + field.sought() + needed, 1, field.line());
    }

    private void then(RuleDocument rule) {
        for (FollowUp.End end : FollowUp.End.values()) {
            FollowUp followUp = rule.then().get(end);
            if (followUp != null) {
                String tags = followUp.tags().isEmpty()
                        ? ""
                        : "is tagged " + followUp.tags().stream().sorted().collect(Collectors.joining(", "));
                String handOver = followUp.handOverTo()
                        .map(to -> "goes on to rule " + to + " with its fields and the reason")
                        .orElse("");
                String answer = followUp.answer()
                        .map(file -> "is answered by " + file.named().source() + " in " + file.folder())
                        .orElse("");
                String original = followUp.original().map(ReadAloud::original).orElse("");
                String all = Stream.of(tags, handOver, answer, original)
                        .filter(words -> !words.isEmpty())
                        .collect(Collectors.joining(", and "));
                say(
                        Part.THEN,
                        (end == FollowUp.End.FAILED ? "What fails " : "What is " + end.word() + " ") + all + ".",
                        0,
                        followUp.line());
            }
        }
        rule.retention()
                .flatMap(Retention::originals)
                .ifPresent(kept -> say(Part.THEN, "Originals are kept for " + span(kept) + ".", 0, 0));
        rule.retention()
                .flatMap(Retention::jobs)
                .ifPresent(kept -> say(Part.THEN, "What is known of its jobs is kept for " + span(kept) + ".", 0, 0));
    }

    private static String original(Original original) {
        if (original instanceof Original.Move move) {
            return "comes back as it came, into " + move.folder();
        }
        return original instanceof Original.Remove
                ? "is removed as it came"
                : "is kept as it came, and given back to nobody";
    }

    /** A length of time in its largest whole unit. */
    private static String span(Duration span) {
        long millis = span.toMillis();
        if (millis % 86_400_000 == 0) {
            return some(millis / 86_400_000, "day");
        }
        if (millis % 3_600_000 == 0) {
            return some(millis / 3_600_000, "hour");
        }
        if (millis % 60_000 == 0) {
            return some(millis / 60_000, "minute");
        }
        return millis % 1_000 == 0 ? some(millis / 1_000, "second") : millis + " ms";
    }

    private static String some(long count, String unit) {
        return count + " " + unit + (count == 1 ? "" : "s");
    }
}
