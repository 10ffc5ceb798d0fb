package lectomen.engine.rule;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.notice.NoticeOrderReader;
import lectomen.engine.rulefile.RuleFileForm;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.StepReading;
import lectomen.engine.webcall.CallOrder;
import lectomen.engine.webcall.CallOrderReader;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the follow-ups under {@code then:}. */
final class FollowUpReader {
    /** What a tag or an answer can say besides what is known of the document: its end, why, and where it was filed. */
    private static final Set<String> ANSWER_SLOTS = Set.of("end", "reason", "job", "filed as", "filed in");

    private static final List<String> ORIGINAL_WORDS = List.of("keep", "remove");

    private final List<Problem> problems;
    private final SlotReader slots;
    private final StepReading reading;
    private final Function<Node.Text, Optional<String>> filled;

    /**
     * @param reading of the rule's steps, which knows the slots and outputs behind them
     * @param filled fills the parameters of a folder
     */
    FollowUpReader(StepReading reading, Function<Node.Text, Optional<String>> filled) {
        this.problems = reading.problems();
        this.slots = reading.slots();
        this.reading = reading;
        this.filled = filled;
    }

    /** What follows: the ends, and who is notified while a document waits for people. */
    record Then(Map<FollowUp.End, FollowUp> ends, Map<NoticeKind, NoticeOrder> whileWaiting) {
        static final Then NOTHING = new Then(Map.of(), Map.of());
    }

    /** @param rule the rule that it stands in, which can't hand over to itself */
    Then read(Node node, String rule) {
        Map<FollowUp.End, FollowUp> read = new EnumMap<>(FollowUp.End.class);
        Map<NoticeKind, NoticeOrder> whileWaiting = new EnumMap<>(NoticeKind.class);
        Section.open("\"then\"", node, problems).ifPresent(section -> {
            for (FollowUp.End end : FollowUp.End.values()) {
                section.find(end.word())
                        .flatMap(value -> Section.open("\"" + end.word() + "\"", value, problems))
                        .ifPresent(one -> read.put(end, followUp(one, rule)));
            }
            for (NoticeKind kind : NoticeKind.whileWaiting()) {
                section.find(kind.word())
                        .flatMap(value -> Section.open("\"" + kind.word() + "\"", value, problems))
                        .flatMap(this::whileWaiting)
                        .ifPresent(order -> whileWaiting.put(kind, order));
            }
            section.close();
        });
        return new Then(read, whileWaiting);
    }

    /** Nothing but notices: the document is not at its end. */
    private Optional<NoticeOrder> whileWaiting(Section section) {
        section.require("notify");
        Optional<NoticeOrder> order =
                new NoticeOrderReader(problems, !reading.site().mail().isEmpty(), slots::pattern).read(section);
        section.close();
        return order;
    }

    private FollowUp followUp(Section section, String rule) {
        boolean goesOn = section.find("hand over to").isPresent();
        Optional<FollowUp.HandOver> handOver = section.find("hand over to").flatMap(node -> handOver(node, rule));
        List<Node.Text> tagged = section.texts("tag");
        List<NamePattern> tags =
                tagged.stream().flatMap(text -> pattern(text).stream()).toList();
        boolean answers = section.find("answer").isPresent();
        Optional<AnswerFile> answer = section.find("answer")
                .flatMap(node -> Section.open("\"answer\"", node, problems))
                .flatMap(this::answer);
        boolean says = section.find("original").isPresent();
        Optional<OriginalHandling> original = section.find("original").flatMap(this::original);
        boolean notifies = section.find("notify").isPresent();
        Optional<NoticeOrder> notice =
                new NoticeOrderReader(problems, !reading.site().mail().isEmpty(), this::pattern).read(section);
        boolean calls = section.find("call").isPresent();
        Optional<CallOrder> call = new CallOrderReader(problems, reading.site().web(), this::isValue).read(section);
        section.close();
        if (!goesOn && tagged.isEmpty() && !answers && !says && !notifies && !calls) {
            section.report(
                    section.spot(),
                    "a follow-up needs \"hand over to:\" a rule, \"tag:\" with words, \"answer:\" with a file,"
                            + " \"original:\", \"notify:\" with names, or \"call:\" with a connection");
        }
        return new FollowUp(
                handOver, tags, answer, original, notice, call, section.spot().line());
    }

    private Optional<FollowUp.HandOver> handOver(Node node, String rule) {
        if (node instanceof Node.Entries) {
            return Section.open("\"hand over to\"", node, problems).flatMap(section -> {
                Optional<Node.Text> to = section.requireText("rule");
                String output = reading.output(section, "output", OutputNames.ORIGINAL);
                section.close();
                return to.flatMap(text -> handOver(text, output, rule));
            });
        }
        return node instanceof Node.Text text
                ? handOver(text, OutputNames.ORIGINAL, rule)
                : reportRule(node.spot(), node.kind());
    }

    private Optional<FollowUp.HandOver> handOver(Node.Text to, String output, String rule) {
        return RuleFileForm.isId(to.text()) && !to.text().equals(rule)
                ? Optional.of(new FollowUp.HandOver(to.text(), output))
                : reportRule(to.spot(), to.kind());
    }

    private Optional<FollowUp.HandOver> reportRule(Node.Spot spot, String kind) {
        Section.report(problems, spot, "a document is handed over to another rule by its id, not to " + kind);
        return Optional.empty();
    }

    private Optional<AnswerFile> answer(Section section) {
        Optional<String> folder = section.requireText("in").flatMap(this::folder);
        Optional<NamePattern> named = section.requireText("named").flatMap(this::pattern);
        Optional<Node.Text> text = section.findText("text");
        Optional<Node> json = section.find("json");
        section.close();
        if (text.isPresent() == json.isPresent()) {
            section.report(section.spot(), "an answer needs either \"text:\" or \"json:\" with names and values");
            return Optional.empty();
        }
        Map<String, NamePattern> values = new LinkedHashMap<>();
        json.flatMap(node -> Section.open("\"json\"", node, problems)).ifPresent(names -> {
            for (Node.Entry entry : names.names()) {
                if (entry.value() instanceof Node.Text value) {
                    pattern(value).ifPresent(pattern -> values.put(entry.key().text(), pattern));
                } else {
                    names.report(
                            entry.value().spot(),
                            "a value of an answer is a text with slots, not "
                                    + entry.value().kind());
                }
            }
        });
        Optional<NamePattern> words = text.isPresent()
                ? pattern(text.get())
                : NamePattern.parse("{reason}").pattern();
        if (folder.isEmpty() || named.isEmpty() || words.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new AnswerFile(folder.get(), named.get(), words.get(), values));
    }

    private boolean isValue(Node.Text text) {
        return ANSWER_SLOTS.contains(text.text()) || slots.isKnown(text);
    }

    private Optional<NamePattern> pattern(Node.Text text) {
        return slots.pattern(text, ANSWER_SLOTS);
    }

    private Optional<OriginalHandling> original(Node node) {
        if (node instanceof Node.Entries) {
            return Section.open("\"original\"", node, problems).flatMap(section -> {
                Optional<String> folder = section.requireText("move to").flatMap(this::folder);
                section.close();
                return folder.map(OriginalHandling.Move::new);
            });
        }
        String word = node instanceof Node.Text text ? text.text() : "";
        if (!ORIGINAL_WORDS.contains(word)) {
            Section.report(
                    problems,
                    node.spot(),
                    "\"original\" must be keep, remove, or { move to: a folder }, not " + node.kind());
            return Optional.empty();
        }
        return Optional.of(word.equals("keep") ? new OriginalHandling.Keep() : new OriginalHandling.Remove());
    }

    /** A path from the root, or a single name: a folder inside the hot folder. */
    private Optional<String> folder(Node.Text text) {
        Optional<String> path = filled.apply(text);
        Optional<String> usable = path.filter(FollowUpReader::isFolder);
        if (path.isPresent() && usable.isEmpty()) {
            Section.report(
                    problems,
                    text.spot(),
                    "a folder must be an absolute path, or one name inside the hot folder, not " + text.kind());
        }
        return usable;
    }

    private static boolean isFolder(String text) {
        try {
            Path path = Path.of(text).normalize();
            return path.isAbsolute()
                    || (path.getNameCount() == 1 && Stream.of("", ".", "..").noneMatch(path.toString()::equals));
        } catch (InvalidPathException e) {
            return false;
        }
    }
}
