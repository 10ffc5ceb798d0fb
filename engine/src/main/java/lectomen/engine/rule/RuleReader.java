package lectomen.engine.rule;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.identify.FileType;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.engine.yaml.YamlTree;

/**
 * Reads a rule file: the rule, or everything that is wrong with it by line and column.
 *
 * <pre>{@code
 * RuleReading reading = RuleReader.read(text, site);
 * if (reading instanceof RuleReading.Good good) { use(good.rule()); }
 * }</pre>
 */
public final class RuleReader {
    /** Where a rule takes files from that takes only what others hand over. */
    static final String HAND_OVERS = "hand-overs";

    static final Pattern ID = Pattern.compile("[a-z][a-z0-9-]{0,62}");
    private static final Pattern PARAMETER = Pattern.compile("\\{([^{}]*)}");

    private Site site;
    private final List<Problem> problems = new ArrayList<>();

    private final Parts parts;

    private RuleReader(Site site, Map<String, String> parts) {
        this.site = site;
        this.parts = new Parts(parts, problems);
    }

    /** Reads a rule that names no shared part. */
    public static RuleReading read(String text, Site site) {
        return read(new RuleFile(text), site);
    }

    public static RuleReading read(RuleFile file, Site site) {
        RuleReader reader = new RuleReader(site, file.parts());
        Optional<RuleDocument> rule = YamlTree.read(file.text(), reader.problems)
                .flatMap(root -> Section.open("a rule file", root, reader.problems))
                .flatMap(reader::rule);
        if (rule.isPresent() && reader.problems.isEmpty()) {
            return new RuleReading.Good(rule.get());
        }
        reader.problems.sort(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column));
        return new RuleReading.Bad(reader.problems);
    }

    /** The first line of every file of ours: which form it has. */
    static void requireForm(Section section) {
        section.requireText("lectomen")
                .filter(version -> !version.text().equals("1"))
                .ifPresent(version ->
                        section.report(version.spot(), "this service reads files of form 1, not " + version.kind()));
    }

    private Optional<RuleDocument> rule(Section section) {
        requireForm(section);
        Optional<Node.Text> id = section.requireText("rule");
        id.filter(text -> !ID.matcher(text.text()).matches())
                .ifPresent(text -> section.report(
                        text.spot(),
                        "a rule is named by small letters, digits and hyphens (mooring-permits), not by "
                                + text.kind()));
        String title = section.findText("title").map(Node.Text::text).orElse("");
        String about = section.findText("about").map(Node.Text::text).orElse("");
        Map<String, String> parameters =
                section.find("parameters").map(this::parameters).orElse(Map.of());
        site = site.withParameters(parameters);
        List<RuleDocument.From> from =
                section.require("from").map(this::sources).orElse(List.of());
        Map<FollowUp.End, FollowUp> then = section.find("then")
                .map(node -> new FollowUpReader(problems)
                        .read(node, id.map(Node.Text::text).orElse("")))
                .orElse(Map.of());
        Optional<Retention> retention = section.find("retention").flatMap(node -> RetentionReader.read(node, problems));
        Optional<Condition> when =
                section.find("when").flatMap(node -> new ConditionReader(site, parts, problems).read(node));
        List<Step> steps = section.require("do")
                .map(node -> new StepReader(
                                site,
                                parts,
                                problems,
                                when.map(Condition::partNames).orElse(List.of()))
                        .read(node))
                .orElse(List.of());
        section.close();
        return id.map(text -> new RuleDocument(
                text.text(),
                title.isEmpty() ? text.text() : title,
                about.strip(),
                parameters,
                from,
                when,
                steps,
                retention,
                parts.used(),
                parts.counters(),
                then));
    }

    /** The rule's own parameters, which go before those of the site. */
    private Map<String, String> parameters(Node node) {
        Map<String, String> parameters = new TreeMap<>();
        Section.open("\"parameters\"", node, problems).ifPresent(section -> {
            for (Node.Entry entry : section.names()) {
                if (entry.value() instanceof Node.Text text && !text.text().isBlank()) {
                    parameters.put(entry.key().text(), text.text());
                } else {
                    section.report(
                            entry.value().spot(),
                            "a parameter is a text, not " + entry.value().kind());
                }
            }
        });
        return parameters;
    }

    private List<RuleDocument.From> sources(Node node) {
        if (node instanceof Node.Text text && text.text().equals(HAND_OVERS)) {
            return List.of();
        }
        List<Node> items = node instanceof Node.Items list ? list.items() : List.of(node);
        List<RuleDocument.From> sources = new ArrayList<>();
        Set<String> folders = new TreeSet<>();
        for (Node item : items) {
            Optional<RuleDocument.From> source =
                    Section.open("a source", item, problems).flatMap(this::source);
            if (source.isPresent() && !folders.add(source.get().folder())) {
                Section.report(problems, item.spot(), "this folder is named twice in the rule");
            }
            source.ifPresent(sources::add);
        }
        if (items.isEmpty()) {
            Section.report(problems, node.spot(), "\"from\" needs at least one folder (- folder: \"{inbox}/permits\")");
        }
        return sources;
    }

    private Optional<RuleDocument.From> source(Section section) {
        Optional<String> folder = section.requireText("folder").flatMap(this::path);
        Set<FileType> accept = ConditionReader.types(parts.types(section.texts("accept")), problems);
        SourceSettings settings = settings(section);
        section.close();
        return folder.map(path -> new RuleDocument.From(
                path, accept, settings, section.spot().line(), section.spot().column()));
    }

    private SourceSettings settings(Section section) {
        Optional<Node.Text> arrives = section.findText("arrives");
        boolean whole = arrives.filter(text -> text.text().equals("whole")).isPresent();
        if (arrives.isPresent() && !whole && !arrives.get().text().equals("growing")) {
            section.report(
                    arrives.get().spot(),
                    "\"arrives\" is whole or growing, not " + arrives.get().kind());
        }
        Optional<Duration> settle = duration(section, "settle");
        if (whole && settle.isPresent()) {
            section.report(
                    arrives.get().spot(), "files that arrive whole need no \"settle\"; leave one of the two out");
        }
        Duration sweep = duration(section, "sweep").orElse(SourceSettings.DEFAULT_SWEEP);
        String failed =
                section.findText("failed files").flatMap(this::filled).orElse(SourceSettings.DEFAULT_FAILED_FOLDER);
        return new SourceSettings(
                whole ? Duration.ZERO : settle.orElse(SourceSettings.DEFAULT_SETTLE),
                sweep,
                failed,
                choice(section, "subfolders", SourceSettings.Subfolders.LEAVE),
                choice(section, "seen before", SourceSettings.SeenBefore.PROCESS),
                duration(section, "expect every"));
    }

    /** One of the words of a list; they stand in the file in small letters. */
    private static <E extends Enum<E>> E choice(Section section, String word, E otherwise) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return otherwise;
        }
        List<String> words = new ArrayList<>();
        for (E one : otherwise.getDeclaringClass().getEnumConstants()) {
            words.add(one.name().toLowerCase(Locale.ROOT));
            if (words.get(words.size() - 1).equals(text.get().text())) {
                return one;
            }
        }
        String last = words.remove(words.size() - 1);
        section.report(
                text.get().spot(),
                "\"" + word + "\" is " + String.join(", ", words) + " or " + last + ", not "
                        + text.get().kind());
        return otherwise;
    }

    private Optional<Duration> duration(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Optional<Duration> duration = Times.find(text.get().text());
        if (duration.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" is " + Times.EXPECTED + ", not "
                            + text.get().kind());
        }
        return duration;
    }

    private Optional<String> path(Node.Text text) {
        Optional<String> filled = filled(text);
        Optional<Path> path = filled.flatMap(RuleReader::absolutePath);
        if (filled.isPresent() && path.isEmpty()) {
            String words = "a folder is a path from the root, or starts with a parameter such as {inbox}, not ";
            Section.report(problems, text.spot(), words + text.kind());
        }
        return path.map(Path::toString);
    }

    private static Optional<Path> absolutePath(String text) {
        try {
            return Optional.of(Path.of(text).normalize()).filter(Path::isAbsolute);
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    /** The text with the site's parameters filled in. */
    private Optional<String> filled(Node.Text text) {
        Map<String, String> parameters = site.parameters();
        StringBuilder out = new StringBuilder();
        Matcher matcher = PARAMETER.matcher(text.text());
        while (matcher.find()) {
            String name = matcher.group(1).strip();
            String value = parameters.get(name);
            if (value == null) {
                Node.Spot at = text.spot().right(matcher.start());
                String words = "no parameter is called \"" + name + "\" in lectomen.yaml";
                Section.report(problems, at, words + Section.suggestion(name, new TreeSet<>(parameters.keySet())));
                return Optional.empty();
            }
            matcher.appendReplacement(out, Matcher.quoteReplacement(value));
        }
        return Optional.of(matcher.appendTail(out).toString());
    }
}
