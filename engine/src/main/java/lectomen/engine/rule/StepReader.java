package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads the steps under {@code do:}, in order, so that a slot can only use a field that an earlier step finds. */
final class StepReader {
    @FunctionalInterface
    private interface Maker {
        Optional<Step> make(StepReader reader, Section section);
    }

    private static final Map<String, Maker> BY_WORD =
            new TreeMap<>(Map.of("find", StepReader::find, "name", StepReader::name, "file", StepReader::file));

    private static final Pattern FIELD_NAME = Pattern.compile("\\p{L}[\\p{L}\\p{N} _-]{0,59}");

    private final Site site;
    private final List<Problem> problems;
    private final SlotReader slots;

    /** @param nameParts that the conditions of the rule find in the file's name and folder */
    StepReader(Site site, List<Problem> problems, List<String> nameParts) {
        this.site = site;
        this.problems = problems;
        this.slots = new SlotReader(problems, site.parameters().keySet());
        nameParts.forEach(slots::add);
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
            slots.add(entry.key().text());
        }
        return type.map(name -> new Step.Find(name.text(), specs, section.spot().line()));
    }

    private Optional<FieldSpec> field(Node.Entry entry) {
        String name = entry.key().text();
        if (!FIELD_NAME.matcher(name).matches() || SlotReader.isOwn(name)) {
            Section.report(
                    problems,
                    entry.key().spot(),
                    "a field is named by letters, digits, blanks, - and _, up to 60, and not "
                            + String.join(", ", SlotReader.OWN));
            return Optional.empty();
        }
        return Section.open("field \"" + name + "\"", entry.value(), problems)
                .flatMap(section -> new FieldReader(site, problems, slots, entry.key(), section).read());
    }

    private Optional<Step> name(Section section) {
        return section.requireText("name")
                .flatMap(slots::pattern)
                .map(pattern -> new Step.Name(pattern, section.spot().line()));
    }

    private Optional<Step> file(Section outer) {
        Optional<Section> opened = outer.require("file").flatMap(node -> Section.open("\"file\"", node, problems));
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        Optional<String> connection = section.requireText("in").flatMap(this::connection);
        Optional<Node.Text> underText = section.findText("under");
        Optional<NamePattern> under = underText.flatMap(slots::pattern);
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
