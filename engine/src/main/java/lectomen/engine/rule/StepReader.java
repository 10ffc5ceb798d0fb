package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the steps under {@code do:}, in order, so that a slot can only use a field that an earlier step finds. */
final class StepReader {
    /** Slots that every document has besides its fields. */
    static final List<String> OWN_SLOTS = List.of("file name", "arrived", "rule");

    @FunctionalInterface
    private interface Maker {
        Optional<Step> make(StepReader reader, Section section);
    }

    private static final Map<String, Maker> BY_WORD =
            new TreeMap<>(Map.of("find", StepReader::find, "name", StepReader::name, "file", StepReader::file));
    /** In the order in which they are tried. */
    private static final Map<String, FieldSpec.Where> PLACES = new LinkedHashMap<>();

    static {
        PLACES.put("near", FieldSpec.Where.NEAR);
        PLACES.put("right of", FieldSpec.Where.RIGHT_OF);
        PLACES.put("below", FieldSpec.Where.BELOW);
    }

    private static final Pattern FIELD_NAME = Pattern.compile("\\p{L}[\\p{L}\\p{N} _-]{0,59}");

    private final Site site;
    private final List<Problem> problems;
    private final Set<String> knownSlots;

    StepReader(Site site, List<Problem> problems) {
        this.site = site;
        this.problems = problems;
        this.knownSlots = new LinkedHashSet<>(OWN_SLOTS);
        knownSlots.addAll(site.parameters().keySet());
    }

    List<Step> read(Node node) {
        if (!(node instanceof Node.Items list) || list.items().isEmpty()) {
            Section.report(problems, node.spot(), "\"do\" needs a list of steps (- find: …), not " + node.kind());
            return List.of();
        }
        List<Step> steps = new ArrayList<>();
        for (Node item : list.items()) {
            Section.open("a step", item, problems)
                    .flatMap(section -> step(item, section))
                    .ifPresent(steps::add);
        }
        return steps;
    }

    private Optional<Step> step(Node item, Section section) {
        List<Node.Entry> entries = ((Node.Entries) item).entries();
        if (entries.isEmpty()) {
            return Optional.empty();
        }
        Node.Text first = entries.get(0).key();
        Maker maker = BY_WORD.get(first.text());
        if (maker == null) {
            section.report(
                    first.spot(),
                    "no step is called \"" + first.text() + "\"" + Section.suggestion(first.text(), BY_WORD.keySet()));
            return Optional.empty();
        }
        Optional<Step> step = maker.make(this, section);
        section.close();
        return step;
    }

    private Optional<Step> find(Section section) {
        Optional<Node.Text> type = section.requireText("find");
        Optional<Section> fields = section.require("fields").flatMap(node -> Section.open("fields", node, problems));
        if (fields.isEmpty()) {
            return Optional.empty();
        }
        List<FieldSpec> specs = new ArrayList<>();
        for (Node.Entry entry : fields.get().names()) {
            field(entry).ifPresent(specs::add);
            knownSlots.add(entry.key().text());
        }
        return type.map(name -> new Step.Find(name.text(), specs, section.spot().line()));
    }

    private Optional<FieldSpec> field(Node.Entry entry) {
        String name = entry.key().text();
        if (!FIELD_NAME.matcher(name).matches() || OWN_SLOTS.contains(name)) {
            Section.report(
                    problems,
                    entry.key().spot(),
                    "a field is named by letters, digits, blanks, - and _, up to 60, and not "
                            + String.join(", ", OWN_SLOTS));
            return Optional.empty();
        }
        Optional<Section> opened = Section.open("field \"" + name + "\"", entry.value(), problems);
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<Pattern> pattern = section.findText("pattern").flatMap(text -> Section.pattern(text, problems));
        boolean patternGiven = section.find("pattern").isPresent();
        List<FieldSpec.Place> places = places(section);
        if (places.isEmpty() && patternGiven) {
            places = List.of(new FieldSpec.Place(FieldSpec.Where.ANYWHERE, List.of()));
        }
        FieldType type = type(section);
        String form = form(section, type);
        boolean required = section.yes("required");
        section.close();
        if (places.isEmpty()) {
            Section.report(
                    problems,
                    entry.key().spot(),
                    "field \"" + name + "\" needs a place to look: near, right of, below, or a pattern");
            return Optional.empty();
        }
        boolean near = places.stream().anyMatch(place -> place.where() == FieldSpec.Where.NEAR);
        if (near && !patternGiven) {
            Section.report(
                    problems,
                    entry.key().spot(),
                    "\"near\" needs a \"pattern\", to know which text near the label counts");
            return Optional.empty();
        }
        int line = entry.key().spot().line();
        return Optional.of(new FieldSpec(name, type, required, places, pattern, form, line));
    }

    private static List<FieldSpec.Place> places(Section section) {
        List<FieldSpec.Place> places = new ArrayList<>();
        PLACES.forEach((word, where) -> {
            List<String> labels =
                    section.texts(word).stream().map(Node.Text::text).toList();
            if (!labels.isEmpty()) {
                places.add(new FieldSpec.Place(where, labels));
            }
        });
        return places;
    }

    private FieldType type(Section section) {
        Optional<Node.Text> as = section.findText("as");
        Optional<FieldType> type = as.flatMap(text -> FieldType.findByWord(text.text()));
        if (as.isPresent() && type.isEmpty()) {
            List<String> words =
                    List.of(FieldType.values()).stream().map(FieldType::word).toList();
            section.report(
                    as.get().spot(),
                    "a field is read as " + String.join(", ", words) + ", not as "
                            + as.get().kind());
        }
        return type.orElse(FieldType.TEXT);
    }

    private String form(Section section, FieldType type) {
        Optional<Node.Text> form = section.findText("form");
        if (form.isEmpty()) {
            return "";
        }
        if (type != FieldType.DATE) {
            section.report(form.get().spot(), "\"form\" goes with \"as: date\"");
            return "";
        }
        Optional<String> problem = FieldType.findFormProblem(form.get().text(), site.locale());
        problem.ifPresent(words -> section.report(form.get().spot(), "no date form (such as dd/MM/yyyy): " + words));
        return problem.isEmpty() ? form.get().text() : "";
    }

    private Optional<Step> name(Section section) {
        return section.requireText("name")
                .flatMap(this::namePattern)
                .map(pattern -> new Step.Name(pattern, section.spot().line()));
    }

    private Optional<NamePattern> namePattern(Node.Text text) {
        NamePattern.Parsed parsed = NamePattern.parse(text.text());
        if (parsed.pattern().isEmpty()) {
            Section.report(problems, at(text, parsed.at()), "in the pattern: " + parsed.problem());
            return Optional.empty();
        }
        NamePattern pattern = parsed.pattern().get();
        Optional<String> unknown = pattern.findUnknownSlot(knownSlots);
        if (unknown.isPresent()) {
            int at = Math.max(0, text.text().indexOf(unknown.get()));
            Section.report(
                    problems,
                    at(text, at),
                    "no field is called \"" + unknown.get() + "\" up to here"
                            + Section.suggestion(unknown.get(), knownSlots));
            return Optional.empty();
        }
        return Optional.of(pattern);
    }

    private static Node.Spot at(Node.Text text, int offset) {
        return new Node.Spot(text.spot().line(), text.spot().column() + (text.block() ? 0 : offset));
    }

    private Optional<Step> file(Section outer) {
        Optional<Section> opened = outer.require("file").flatMap(node -> Section.open("\"file\"", node, problems));
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<String> connection = section.requireText("in").flatMap(this::connection);
        Optional<Node.Text> underText = section.findText("under");
        Optional<NamePattern> under = underText.flatMap(this::namePattern);
        WhenTaken whenTaken = whenTaken(section);
        section.close();
        if (connection.isEmpty() || (underText.isPresent() && under.isEmpty())) {
            return Optional.empty();
        }
        return Optional.of(
                new Step.File(connection.get(), under, whenTaken, outer.spot().line()));
    }

    private Optional<String> connection(Node.Text text) {
        if (site.connections().contains(text.text())) {
            return Optional.of(text.text());
        }
        Set<String> known = new TreeSet<>(site.connections());
        String words = "no connection is called \"" + text.text() + "\" in lectomen.yaml";
        Section.report(problems, text.spot(), words + Section.suggestion(text.text(), known));
        return Optional.empty();
    }

    private static WhenTaken whenTaken(Section section) {
        Optional<Node.Text> text = section.findText("when taken");
        if (text.isEmpty()) {
            return WhenTaken.NUMBER_IT;
        }
        Optional<WhenTaken> choice = WhenTaken.findByWord(text.get().text().toLowerCase(Locale.ROOT));
        if (choice.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"when taken\" is one of: " + String.join(", ", WhenTaken.words()) + "; not "
                            + text.get().kind());
        }
        return choice.orElse(WhenTaken.NUMBER_IT);
    }
}
