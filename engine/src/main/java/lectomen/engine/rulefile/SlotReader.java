package lectomen.engine.rulefile;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import lectomen.engine.counter.Counter;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads name patterns, and knows the slots that exist up to a place in the rule. */
public final class SlotReader {
    /** Slots that every document has besides its fields. */
    public static final List<String> OWN = List.of(
            "file name",
            "arrived",
            "modified",
            "today",
            "rule",
            "sender",
            "folder",
            NamePattern.FOLDER_PATH,
            "hot folder",
            "name");

    /** Levels of a path: of the folder that a document came from, and of the one that it goes to. */
    private static final Pattern LEVEL = Pattern.compile("(folder|filed under) [1-9]");

    /** What the rule that handed the document over knew; empty for one that was not handed over. */
    private static final Pattern GIVEN = Pattern.compile("given \\S.*");

    private final List<Problem> problems;
    private final Parts parts;
    private final Set<String> known = new LinkedHashSet<>(OWN);

    public SlotReader(List<Problem> problems, Parts parts, Collection<String> more) {
        this.problems = problems;
        this.parts = parts;
        known.addAll(more);
    }

    public void add(String name) {
        known.add(name);
    }

    public static boolean isOwn(String name) {
        return OWN.contains(name)
                || LEVEL.matcher(name).matches()
                || GIVEN.matcher(name).matches();
    }

    /** Reports a name that is none. */
    public boolean isKnown(Node.Text text) {
        if (has(text.text())) {
            return true;
        }
        Section.report(
                problems,
                text.spot(),
                "unknown field \"" + text.text() + "\" at this point" + Section.suggestion(text.text(), known));
        return false;
    }

    private boolean has(String name) {
        return known.contains(name)
                || LEVEL.matcher(name).matches()
                || GIVEN.matcher(name).matches();
    }

    public Optional<NamePattern> pattern(Node.Text text) {
        return pattern(text, Set.of());
    }

    /** A pattern of a path of folders, in which counters may stand. */
    public Optional<NamePattern> folders(Node.Text written) {
        return naming(written, true);
    }

    /** A pattern of a name, in which counters may stand. */
    public Optional<NamePattern> name(Node.Text written) {
        return naming(written, false);
    }

    private Optional<NamePattern> naming(Node.Text written, boolean folders) {
        Optional<Node.Text> whole = whole(written);
        Set<String> counters = new LinkedHashSet<>();
        whole.flatMap(text -> NamePattern.parse(text.text()).pattern())
                .map(NamePattern::slots)
                .orElse(Set.of())
                .forEach(slot -> CounterUse.findName(slot).ifPresent(name -> {
                    Node.Text named = new Node.Text(written.spot(), name, written.block());
                    if (parts.useCounter(named)) {
                        counters.add(slot);
                        checkRun(written, name);
                    }
                }));
        Optional<NamePattern> pattern = whole.flatMap(text -> parsed(text, counters));
        pattern.flatMap(made -> made.findMisplacedPath(folders))
                .ifPresent(problem -> Section.report(problems, written.spot(), problem));
        return pattern;
    }

    private void checkRun(Node.Text written, String name) {
        String of = Objects.requireNonNull(parts.counters().get(name)).of();
        if (!of.equals(Counter.ARRIVAL) && !of.equals(Counter.FILING) && !has(of)) {
            Section.report(
                    problems,
                    written.spot(),
                    "counter " + name + " restarts by \"" + of + "\", and no earlier field has this name"
                            + Section.suggestion(of, known));
        }
    }

    /** @param more slots that are known in this pattern alone */
    public Optional<NamePattern> pattern(Node.Text written, Set<String> more) {
        return whole(written).flatMap(text -> parsed(text, more));
    }

    /** The pattern with those that it names written out. */
    private Optional<Node.Text> whole(Node.Text written) {
        return parts.pattern(written)
                .map(text -> text.equals(written.text()) ? written : new Node.Text(written.spot(), text, true));
    }

    private Optional<NamePattern> parsed(Node.Text text, Set<String> more) {
        NamePattern.Parsed parsed = NamePattern.parse(text.text());
        if (parsed.pattern().isEmpty()) {
            Section.report(problems, at(text, parsed.at()), "in the pattern: " + parsed.problem());
            return Optional.empty();
        }
        NamePattern pattern = parsed.pattern().get();
        Optional<String> unknown = pattern.slots().stream()
                .filter(slot -> !has(slot) && !more.contains(slot))
                .findFirst();
        if (unknown.isPresent()) {
            int at = Math.max(0, text.text().indexOf(unknown.get()));
            Section.report(
                    problems,
                    at(text, at),
                    "unknown field \"" + unknown.get() + "\" at this point" + Section.suggestion(unknown.get(), known));
            return Optional.empty();
        }
        return Optional.of(pattern);
    }

    private static Node.Spot at(Node.Text text, int offset) {
        return text.spot().right(text.block() ? 0 : offset);
    }
}
