package lectomen.engine.rule;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.DurationText;
import lectomen.engine.rulefile.Sentence;
import lectomen.engine.rulefile.SentenceBlanks;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.StepKinds;
import lectomen.engine.webcall.CallOrder;

/** A rule as sentences that can be read aloud, each with its line in the file. */
public final class RuleSentences {
    /** Conditions say what they ask whatever file they look at; this one has nothing that could matter. */
    private static final FileFacts ANY_FILE = new FileFacts("", 0, FileType.UNKNOWN, Optional.empty(), Instant.EPOCH);

    private final SentenceList sentences = new SentenceList();

    private RuleSentences() {}

    public static List<Sentence> of(RuleDocument rule) {
        return of(rule, AllSteps.KINDS);
    }

    /** The same with certain kinds of steps. */
    static List<Sentence> of(RuleDocument rule, StepKinds kinds) {
        RuleSentences reading = new RuleSentences();
        if (rule.from().isEmpty()) {
            reading.say(Sentence.Part.FROM, "Takes what other rules hand over.", 0, 0);
        }
        rule.from().forEach(reading::from);
        rule.when()
                .ifPresentOrElse(
                        when -> reading.when(when.look(ANY_FILE, Content.NOT_OPENED), 0),
                        () -> reading.say(Sentence.Part.WHEN, "Every file matches.", 0, 0));
        rule.steps().forEach(step -> kinds.describe(step, reading.sentences));
        rule.sameDocument()
                .ifPresent(key -> reading.say(
                        Sentence.Part.DO,
                        "A later document with the same " + SentenceBlanks.of(key.source(), "same document when")
                                + " replaces the earlier one that was filed.",
                        0,
                        0));
        reading.then(rule);
        reading.contacts(rule.contacts());
        return reading.sentences.all();
    }

    private void contacts(List<Contact> contacts) {
        if (!contacts.isEmpty()) {
            String names = contacts.stream().map(Contact::name).collect(Collectors.joining(" and "));
            say(
                    Sentence.Part.THEN,
                    "Questions about its documents go to "
                            + (contacts.size() == 1 ? SentenceBlanks.of(names, "contact") : names) + ".",
                    0,
                    contacts.get(0).line());
        }
    }

    /** What stands under {@code from:} for one folder. */
    public static List<Sentence> of(RuleDocument.From from) {
        RuleSentences reading = new RuleSentences();
        reading.from(from);
        return reading.sentences.all();
    }

    /** Of what no line says by itself, or what is led to from the top. */
    private void say(Sentence.Part part, String words, int depth, int line) {
        say(part, words, depth, line, "");
    }

    private void say(Sentence.Part part, String marked, int depth, int line, String word) {
        sentences.say(part, marked, depth, line, word);
    }

    private void from(RuleDocument.From from, String words, int depth) {
        say(Sentence.Part.FROM, words, depth, from.line(), "folder");
    }

    private void from(RuleDocument.From from) {
        SourceSettings settings = from.settings();
        String still = SentenceBlanks.of(DurationText.words(settings.settle()), "settle");
        String when = settings.settle().isZero()
                ? SentenceBlanks.of("as soon as it appears", "arrives")
                : settings.arrives() == SourceSettings.Arrives.TOGETHER
                        ? SentenceBlanks.of("all files in the folder as one arrival", "arrives") + ", after " + still
                                + " without changes"
                        : "after " + still + " without changes";
        from(
                from,
                "Takes " + SentenceBlanks.of(from.accepting().words(), "accept") + " from "
                        + SentenceBlanks.of(from.folder(), "folder") + ", " + when + ".",
                0);
        if (!from.about().isEmpty()) {
            from(from, "About: " + SentenceBlanks.of(from.about(), "about"), 1);
        }
        settings.open().ifPresent(hours -> from(from, "Open " + SentenceBlanks.of(hours.words(), "open") + ".", 1));
        settings.runs()
                .ifPresent(runs -> from(from, "Scheduled: runs " + SentenceBlanks.of(runs.words(), "run at") + ".", 1));
        settings.sidecar().ifPresent(sidecar -> sidecar(sidecar, from));
        switch (settings.subfolders()) {
            case LEAVE -> {}
            case WATCH -> from(from, SentenceBlanks.of("Also takes files in subfolders", "subfolders") + ".", 1);
            case TAKE -> from(from, SentenceBlanks.of("A dropped folder is taken", "subfolders") + " as a whole.", 1);
        }
        switch (settings.seenBefore()) {
            case PROCESS -> {}
            case HOLD ->
                from(
                        from,
                        "A file with the same content as one filed before is "
                                + SentenceBlanks.of("held for a person", "seen before") + ".",
                        1);
            case REJECT ->
                from(
                        from,
                        "A file with the same content as one filed before is "
                                + SentenceBlanks.of("rejected", "seen before") + ".",
                        1);
        }
        settings.expectEvery()
                .ifPresent(span -> from(
                        from,
                        "A warning is shown when no file arrives for "
                                + SentenceBlanks.of(DurationText.words(span), "expect every") + ".",
                        1));
        settings.notices()
                .forEach((kind, names) -> from(
                        from,
                        whenOf(kind) + ", "
                                + SentenceBlanks.of(String.join(" and ", names), "notify", kind.word())
                                + (names.size() > 1 ? " are" : " is") + " notified.",
                        1));
        from(
                from,
                "Failed files go to " + SentenceBlanks.of(settings.failedFolder(), "failed files")
                        + ", with the reason beside them.",
                1);
    }

    private void sidecar(SidecarSettings sidecar, RuleDocument.From from) {
        String forms = sidecar.forms().stream().map(DataFormat::word).sorted().collect(Collectors.joining(" or "));
        String found = sidecar.documents()
                .map(expression ->
                        "which names its documents by " + SentenceBlanks.of(expression, "sidecar", "documents"))
                .orElseGet(() -> "named "
                        + SentenceBlanks.of(
                                sidecar.named().stream()
                                        .map(SidecarSettings.Named::word)
                                        .collect(Collectors.joining(" or ")),
                                "sidecar",
                                "named"));
        from(
                from,
                "Each document comes with a data file (" + SentenceBlanks.of(forms, "sidecar", "form") + "), " + found
                        + "; each waits " + SentenceBlanks.of(DurationText.words(sidecar.waitTime()), "sidecar", "wait")
                        + " for the other.",
                1);
        from(
                from,
                "Without its data file a document "
                        + SentenceBlanks.of(alone(sidecar.withoutSidecar()), "sidecar", "without sidecar") + ".",
                2);
        from(
                from,
                "A data file without its document "
                        + SentenceBlanks.of(alone(sidecar.withoutDocument()), "sidecar", "without document") + ".",
                2);
    }

    private static String whenOf(NoticeKind kind) {
        return switch (kind) {
            case SILENT -> "When no file arrives for that long";
            case UNREACHABLE -> "When the folder can't be reached";
            default -> "When no rule takes a file";
        };
    }

    private static String alone(SidecarSettings.Alone choice) {
        return switch (choice) {
            case FAIL -> "fails";
            case TAKE -> "is taken anyway";
            case LEAVE -> "stays in the folder";
        };
    }

    private void when(CheckedCondition seen, int depth) {
        String word = seen.word();
        if (seen.parts().isEmpty()) {
            String says = SentenceBlanks.of(word, word, SentenceBlanks.KEY) + " "
                    + SentenceBlanks.of(seen.says().substring(word.length()).strip(), word);
            say(
                    Sentence.Part.WHEN,
                    (depth == 0 ? "Matches when its " : "its ") + says + (depth == 0 ? "." : ""),
                    depth,
                    seen.line(),
                    word);
            return;
        }
        String junction =
                switch (seen.says()) {
                    case "all" -> SentenceBlanks.of("all of these are true", word, SentenceBlanks.KEY) + ":";
                    case "any" -> SentenceBlanks.of("any of these is true", word, SentenceBlanks.KEY) + ":";
                    default -> SentenceBlanks.of("none of these is true", word, SentenceBlanks.KEY) + ":";
                };
        say(Sentence.Part.WHEN, depth == 0 ? "Matches when " + junction : junction, depth, seen.line(), word);
        seen.parts().forEach(part -> when(part, depth + 1));
    }

    private void then(RuleDocument rule) {
        for (NoticeKind kind : NoticeKind.whileWaiting()) {
            NoticeOrder order = rule.whileWaiting().get(kind);
            if (order != null) {
                say(
                        Sentence.Part.THEN,
                        "When " + kind.word() + ": " + notice(order, kind.word()) + " too.",
                        0,
                        order.line());
            }
        }
        for (FollowUp.End end : FollowUp.End.values()) {
            FollowUp followUp = rule.then().get(end);
            if (followUp != null) {
                say(
                        Sentence.Part.THEN,
                        "When " + end.word() + ": " + follows(followUp, end.word()) + ".",
                        0,
                        followUp.line());
            }
        }
        rule.retention()
                .flatMap(Retention::originals)
                .ifPresent(kept -> say(
                        Sentence.Part.THEN,
                        "Originals are kept for "
                                + SentenceBlanks.of(DurationText.words(kept), "retention", "originals") + ".",
                        0,
                        0));
        rule.retention()
                .flatMap(Retention::jobs)
                .ifPresent(kept -> say(
                        Sentence.Part.THEN,
                        "Job records are kept for " + SentenceBlanks.of(DurationText.words(kept), "retention", "jobs")
                                + ".",
                        0,
                        0));
    }

    private static String follows(FollowUp followUp, String end) {
        String tags = followUp.tags().isEmpty()
                ? ""
                : "tagged "
                        + SentenceBlanks.of(
                                followUp.tags().stream()
                                        .map(NamePattern::source)
                                        .sorted()
                                        .collect(Collectors.joining(", ")),
                                "then",
                                end,
                                "tag");
        String handOver = followUp.handOver()
                .map(on -> handOver(on, end) + " with its fields and the reason")
                .orElse("");
        String answer = followUp.answer()
                .map(file -> "answered by " + SentenceBlanks.of(file.named().source(), "then", end, "answer", "named")
                        + " in " + SentenceBlanks.of(file.folder(), "then", end, "answer", "in"))
                .orElse("");
        String original = followUp.original()
                .map(how -> SentenceBlanks.of(original(how), "then", end, "original"))
                .orElse("");
        String notice = followUp.notice().map(order -> notice(order, end)).orElse("");
        String call = followUp.call().map(order -> call(order, end)).orElse("");
        return Stream.of(tags, handOver, answer, original, notice, call)
                .filter(words -> !words.isEmpty())
                .collect(Collectors.joining("; "));
    }

    private static String notice(NoticeOrder order, String end) {
        String to = order.to().stream().map(NamePattern::source).collect(Collectors.joining(" and "));
        boolean plain = order.subject().isEmpty() && order.text().isEmpty();
        return (order.to().size() > 1
                        ? to + " are"
                        : (plain
                                        ? SentenceBlanks.of(to, "then", end, "notify")
                                        : SentenceBlanks.of(to, "then", end, "notify", "to"))
                                + " is")
                + " notified"
                + order.subject()
                        .map(subject ->
                                " (“" + SentenceBlanks.of(subject.source(), "then", end, "notify", "subject") + "”)")
                        .orElse("");
    }

    private static String call(CallOrder order, String end) {
        return order.values().isEmpty()
                ? SentenceBlanks.of(order.connection(), "then", end, "call") + " is called"
                : SentenceBlanks.of(order.connection(), "then", end, "call", "connection") + " is called with "
                        + SentenceBlanks.of(String.join(", ", order.values()), "then", end, "call", "fields");
    }

    private static String handOver(FollowUp.HandOver on, String end) {
        return on.output().equals(OutputNames.ORIGINAL)
                ? "handed over to rule " + SentenceBlanks.of(on.to(), "then", end, "hand over to")
                : "handed over as " + SentenceBlanks.of(on.output(), "then", end, "hand over to", "output")
                        + " to rule " + SentenceBlanks.of(on.to(), "then", end, "hand over to", "rule");
    }

    private static String original(OriginalHandling original) {
        if (original instanceof OriginalHandling.Move move) {
            return "original is moved to " + move.folder();
        }
        return original instanceof OriginalHandling.Remove
                ? "original is removed"
                : "original is kept and not returned";
    }
}
