package lectomen.engine.rule;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.facts.Site;
import lectomen.engine.identify.FileType;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.rulefile.DurationText;
import lectomen.engine.rulefile.FileSizeText;
import lectomen.engine.rulefile.FileTypeReader;
import lectomen.engine.rulefile.HoursReader;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.TimesOfDay;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.schedule.RunTimes;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the source under {@code from:}. */
final class SourceReader {
    /** Where a rule takes files from that takes only what others hand over. */
    static final String HAND_OVERS = "hand-overs";

    /** Short for the rule's own folder in the shared inbox. */
    static final String INBOX = "inbox";

    private static final Pattern PARAMETER = Pattern.compile("\\{([^{}]*)}");

    private final Site site;
    private final String rule;
    private final Parts parts;
    private final List<Problem> problems;

    /** @param rule the id of the rule that they are for */
    SourceReader(Site site, String rule, Parts parts, List<Problem> problems) {
        this.site = site;
        this.rule = rule;
        this.parts = parts;
        this.problems = problems;
    }

    List<RuleDocument.From> read(Node node) {
        if (node instanceof Node.Text text && text.text().equals(HAND_OVERS)) {
            return List.of();
        }
        List<Node> items = node instanceof Node.Items list ? list.items() : List.of(node);
        List<RuleDocument.From> sources = new ArrayList<>();
        Set<String> folders = new TreeSet<>();
        for (Node item : items) {
            Optional<RuleDocument.From> source =
                    item instanceof Node.Text text && text.text().equals(INBOX)
                            ? ownFolder(text)
                            : Section.open("a source", item, problems).flatMap(this::source);
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

    private Optional<RuleDocument.From> ownFolder(Node.Text text) {
        return path(new Node.Text(text.spot(), "{" + INBOX + "}/{rule}", true))
                .map(path -> new RuleDocument.From(
                        path,
                        "",
                        AcceptFilter.ALL,
                        SourceSettings.DEFAULT,
                        text.spot().line(),
                        text.spot().column()));
    }

    private Optional<RuleDocument.From> source(Section section) {
        Optional<String> folder = section.requireText("folder").flatMap(this::path);
        String about = section.findText("about").map(Node.Text::text).orElse("");
        AcceptFilter accepting = accepting(section);
        SourceSettings settings = settings(section);
        section.close();
        return folder.map(path -> new RuleDocument.From(
                path,
                about.strip(),
                accepting,
                settings,
                section.spot().line(),
                section.spot().column()));
    }

    private AcceptFilter accepting(Section section) {
        Set<FileType> types = FileTypeReader.read(parts.types(section.texts("accept")), problems);
        return new AcceptFilter(
                types,
                wildcards(section, "name like"),
                wildcards(section, "name not like"),
                size(section, "size at least").orElse(0L),
                size(section, "size at most").orElse(Long.MAX_VALUE));
    }

    private List<String> wildcards(Section section, String word) {
        List<String> wildcards = new ArrayList<>();
        for (Node.Text text : section.texts(word)) {
            if (text.text().contains("{")) {
                section.report(
                        text.spot(),
                        "\"" + word
                                + "\" of a source allows only * and ?; for parts in braces use \"when: name like\"");
            }
            wildcards.add(text.text());
        }
        return wildcards;
    }

    private static Optional<Long> size(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        Optional<Long> size = text.flatMap(written -> FileSizeText.find(written.text()));
        if (text.isPresent() && size.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be " + FileSizeText.EXPECTED + ", not "
                            + text.get().kind());
        }
        return size;
    }

    private SourceSettings settings(Section section) {
        SourceSettings.Arrives arrives = choice(section, "arrives", SourceSettings.Arrives.GROWING);
        boolean whole = arrives == SourceSettings.Arrives.WHOLE;
        Optional<Duration> settle = duration(section, "settle");
        if (whole && settle.isPresent()) {
            section.report(
                    section.findText("arrives").map(Node.Text::spot).orElse(section.spot()),
                    "\"settle\" is not used with \"arrives: whole\"; remove one of them");
        }
        Duration sweep = duration(section, "sweep").orElse(SourceSettings.DEFAULT_SWEEP);
        String failed =
                section.findText("failed files").flatMap(this::filled).orElse(SourceSettings.DEFAULT_FAILED_FOLDER);
        SourceSettings.Subfolders subfolders = choice(section, "subfolders", SourceSettings.Subfolders.LEAVE);
        Optional<SidecarSettings> sidecar = section.find("sidecar")
                .flatMap(node -> Section.open("\"sidecar\"", node, problems).map(this::sidecar));
        if (subfolders == SourceSettings.Subfolders.TAKE
                && (sidecar.isPresent() || arrives == SourceSettings.Arrives.TOGETHER)) {
            section.report(
                    section.spot(),
                    "a source that takes dropped folders has no \"sidecar\" and no \"arrives: together\"");
        }
        return new SourceSettings(
                arrives,
                whole ? Duration.ZERO : settle.orElse(SourceSettings.DEFAULT_SETTLE),
                sweep,
                failed,
                subfolders,
                choice(section, "seen before", SourceSettings.SeenBefore.PROCESS),
                duration(section, "expect every"),
                open(section),
                runs(section),
                sidecar,
                notices(section));
    }

    private Map<NoticeKind, List<String>> notices(Section section) {
        Map<NoticeKind, List<String>> notices = new EnumMap<>(NoticeKind.class);
        section.find("notify")
                .flatMap(node -> Section.open("\"notify\"", node, problems))
                .ifPresent(one -> {
                    for (NoticeKind kind : SourceSettings.NOTICES) {
                        List<String> names = one.texts(kind.word()).stream()
                                .map(Node.Text::text)
                                .toList();
                        if (!names.isEmpty()) {
                            notices.put(kind, names);
                        }
                    }
                    one.close();
                });
        if (notices.containsKey(NoticeKind.SILENT)
                && section.find("expect every").isEmpty()) {
            section.report(section.spot(), "\"silent\" goes with \"expect every:\" (expect every: 4h)");
        }
        return notices;
    }

    private Optional<OpenHours> open(Section section) {
        return HoursReader.read(section, "open", "open on", problems);
    }

    private Optional<RunTimes> runs(Section section) {
        List<Node.Text> texts = section.texts("run at");
        List<Node.Text> on = section.texts("run on");
        Optional<Node.Text> catchUp = section.findText("catch up");
        boolean catchesUp = catchUp.isEmpty() || section.yes("catch up");
        if (texts.isEmpty()) {
            if (!on.isEmpty() || catchUp.isPresent()) {
                section.report(section.spot(), "\"run on\" and \"catch up\" go with \"run at:\" (run at: 17:30)");
            }
            return Optional.empty();
        }
        List<LocalTime> times = new ArrayList<>();
        for (Node.Text text : texts) {
            Optional<LocalTime> time = TimesOfDay.find(text.text());
            if (time.isEmpty()) {
                section.report(text.spot(), "\"run at\" must be a time of day such as 17:30, not " + text.kind());
            }
            time.ifPresent(times::add);
        }
        if (section.find("open").isPresent() || section.find("open on").isPresent()) {
            section.report(section.spot(), "a source is open at hours or runs at times; leave one of the two out");
        }
        return times.isEmpty()
                ? Optional.empty()
                : Optional.of(new RunTimes(times, TimesOfDay.days(on, problems), catchesUp));
    }

    private SidecarSettings sidecar(Section section) {
        SidecarSettings settings = new SidecarReader(problems).read(section);
        section.close();
        return settings;
    }

    /** One of the words of a list; they stand in the file in small letters. */
    static <E extends Enum<E>> E choice(Section section, String word, E otherwise) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return otherwise;
        }
        List<String> words = new ArrayList<>();
        for (E one : otherwise.getDeclaringClass().getEnumConstants()) {
            words.add(one.name().toLowerCase(Locale.ROOT).replace('_', ' '));
            if (words.get(words.size() - 1).equals(text.get().text())) {
                return one;
            }
        }
        String last = words.remove(words.size() - 1);
        section.report(
                text.get().spot(),
                "\"" + word + "\" must be " + String.join(", ", words) + " or " + last + ", not "
                        + text.get().kind());
        return otherwise;
    }

    static Optional<Duration> duration(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Optional<Duration> duration = DurationText.find(text.get().text());
        if (duration.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be " + DurationText.EXPECTED + ", not "
                            + text.get().kind());
        }
        return duration;
    }

    private Optional<String> path(Node.Text text) {
        Optional<String> filled = filled(text);
        Optional<Path> path = filled.flatMap(SourceReader::absolutePath);
        if (filled.isPresent() && path.isEmpty()) {
            String words = "a folder must be an absolute path, or start with a parameter such as {inbox}, not ";
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

    /** The text with the site's parameters filled in, and the rule's own name. */
    Optional<String> filled(Node.Text text) {
        Map<String, String> parameters = new TreeMap<>(site.parameters());
        parameters.put("rule", rule);
        StringBuilder out = new StringBuilder();
        Matcher matcher = PARAMETER.matcher(text.text());
        while (matcher.find()) {
            String name = matcher.group(1).strip();
            String value = parameters.get(name);
            if (value == null) {
                Node.Spot at = text.block() ? text.spot() : text.spot().right(matcher.start());
                String words = "unknown parameter \"" + name + "\" in lectomen.yaml";
                Section.report(problems, at, words + Section.suggestion(name, parameters.keySet()));
                return Optional.empty();
            }
            matcher.appendReplacement(out, Matcher.quoteReplacement(value));
        }
        return Optional.of(matcher.appendTail(out).toString());
    }
}
