package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.counter.Counter;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Resolves shared parts while a rule is read, and remembers which were used. */
public final class Parts {
    /** Parts may name parts, but not for ever. */
    public static final int DEEPEST = 5;

    private static final Pattern USE = Pattern.compile("\\{\\s*pattern\\s+([^{}|]+?)\\s*}");

    private final Map<String, SharedPart> known = new TreeMap<>();
    private final List<Problem> problems;
    private final Set<String> used = new TreeSet<>();
    private final Map<String, Counter> counters = new TreeMap<>();

    /** @param texts by name; one that can't be read is as if it were not there */
    public Parts(Map<String, String> texts, List<Problem> problems) {
        this.problems = problems;
        texts.forEach((name, text) -> {
            if (PartReader.read(text) instanceof PartReader.Reading.Good good) {
                known.put(name, good.part());
            }
        });
    }

    /** The parts that were named, and those that these name. */
    public Set<String> used() {
        return used;
    }

    /** The counters that were named. */
    public Map<String, Counter> counters() {
        return counters;
    }

    /** Names a counter; false, and reported, where there is none of that name. */
    public boolean useCounter(Node.Text name) {
        Optional<Counter> counter =
                require(SharedPart.Kind.COUNTER, name).flatMap(node -> CounterReader.read(node, problems));
        counter.ifPresent(one -> counters.put(name.text(), one));
        return counter.isPresent();
    }

    /** What stands for a part of that kind, as if it stood at the place of its name; empty where there is none. */
    public Optional<Node> find(SharedPart.Kind kind, Node.Text name) {
        SharedPart part = known.get(name.text());
        if (part == null || part.kind() != kind) {
            return Optional.empty();
        }
        used.add(part.name());
        return Optional.of(part.content().usedAt(name.spot(), part.name()));
    }

    /** The same; where there is none a problem is reported. */
    public Optional<Node> require(SharedPart.Kind kind, Node.Text name) {
        Optional<Node> found = find(kind, name);
        if (found.isEmpty()) {
            Section.report(problems, name.spot(), missing(kind, name.text()));
        }
        return found;
    }

    private String missing(SharedPart.Kind kind, String name) {
        SharedPart other = known.get(name);
        if (other != null) {
            return "part " + name + " is of kind " + other.kind().words() + "; a " + kind.words() + " is expected here";
        }
        List<String> names = known.values().stream()
                .filter(part -> part.kind() == kind)
                .map(SharedPart::name)
                .toList();
        return "unknown " + kind.words() + " \"" + name + "\""
                + (names.isEmpty() ? "; there is none yet (lectomen part put)" : Section.suggestion(name, names));
    }

    /** File types with the parts among them written out. */
    public List<Node> types(List<? extends Node> items) {
        List<Node> types = new ArrayList<>();
        for (Node item : items) {
            Optional<Node> set =
                    item instanceof Node.Text name ? find(SharedPart.Kind.ACCEPT_SET, name) : Optional.empty();
            if (set.isEmpty()) {
                types.add(item);
            } else {
                types.addAll(set.get() instanceof Node.Items list ? list.items() : List.of(set.get()));
            }
        }
        return types;
    }

    /** The fields of a document type, each with the words that a rule puts over or beside those of the type. */
    public static Node.Entries merged(Node.Entries type, Optional<Node.Entries> own) {
        Map<String, Node.Entry> merged = new LinkedHashMap<>();
        type.entries().forEach(entry -> merged.put(entry.key().text(), entry));
        for (Node.Entry entry : own.map(Node.Entries::entries).orElse(List.of())) {
            merged.merge(entry.key().text(), entry, Parts::over);
        }
        return new Node.Entries(own.map(Node.Entries::spot).orElse(type.spot()), List.copyOf(merged.values()));
    }

    /** A rule's own word for something that its document type says too. */
    private static Node.Entry over(Node.Entry theirs, Node.Entry own) {
        return theirs.value() instanceof Node.Entries type && own.value() instanceof Node.Entries rule
                ? new Node.Entry(own.key(), merged(type, Optional.of(rule)))
                : own;
    }

    /** A name pattern with the patterns that it names written out; empty, and reported, if one is missing. */
    public Optional<String> pattern(Node.Text text) {
        String written = text.text();
        for (int depth = 0; USE.matcher(written).find(); depth++) {
            if (depth == DEEPEST) {
                Section.report(problems, text.spot(), "the patterns that are named here name each other for ever");
                return Optional.empty();
            }
            StringBuilder out = new StringBuilder();
            Matcher matcher = USE.matcher(written);
            while (matcher.find()) {
                Node.Text name = new Node.Text(text.spot(), matcher.group(1), text.block());
                Optional<Node> named = require(SharedPart.Kind.NAME_PATTERN, name);
                if (named.isEmpty()) {
                    return Optional.empty();
                }
                matcher.appendReplacement(out, Matcher.quoteReplacement(((Node.Text) named.get()).text()));
            }
            written = matcher.appendTail(out).toString();
        }
        return Optional.of(written);
    }

    /** A pattern as it reads with any text in the place of those that it names. */
    public static String withoutUses(String pattern) {
        return USE.matcher(pattern).replaceAll("x");
    }
}
