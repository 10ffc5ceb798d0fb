package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;
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

/** Reads the steps under {@code do:}, in order, so that a slot can only use a field of an earlier step. */
final class StepReader {
    @FunctionalInterface
    private interface Maker {
        Optional<Step> make(StepReader reader, Section section);
    }

    private static final Map<String, Maker> BY_WORD = new TreeMap<>(Map.of(
            "find",
            StepReader::find,
            "name",
            StepReader::name,
            "file",
            StepReader::file,
            "prepare pages",
            (reader, section) -> reader.pages.prepare(section),
            "convert",
            (reader, section) -> reader.pages.convert(section),
            "resize",
            (reader, section) -> reader.pages.resize(section),
            "read text",
            (reader, section) -> reader.pages.readText(section)));

    /** Not a step: steps that stand in a shared part. */
    private static final String SHARED = "steps";

    private static final Pattern FIELD_NAME = Pattern.compile("\\p{L}[\\p{L}\\p{N} _-]{0,59}");

    /** Where older versions of the same document go, unless the rule says otherwise. */
    private static final String OLDER = "{under}/older/{name} ({n})";

    private final Site site;
    private final Parts parts;
    private final List<Problem> problems;
    private final SlotReader slots;

    private final boolean replaces;
    private final PageStepReader pages;

    /**
     * @param nameParts that the conditions of the rule find in the file's name and folder
     * @param replaces whether later documents of the rule replace earlier ones
     */
    StepReader(Site site, Parts parts, List<Problem> problems, List<String> nameParts, boolean replaces) {
        this.replaces = replaces;
        this.site = site;
        this.parts = parts;
        this.problems = problems;
        this.slots = new SlotReader(problems, parts, site.parameters().keySet());
        nameParts.forEach(slots::add);
        this.pages = new PageStepReader(problems, slots);
    }

    List<Step> read(Node node) {
        return read(node, 0);
    }

    /** Knows the outputs of the steps that were read. */
    PageStepReader pages() {
        return pages;
    }

    /** What may stand in braces behind the steps that were read. */
    SlotReader slots() {
        return slots;
    }

    /** @param depth how many shared parts it stands in */
    private List<Step> read(Node node, int depth) {
        if (!(node instanceof Node.Items list) || list.items().isEmpty()) {
            Section.report(problems, node.spot(), "\"do\" needs a list of steps (- find: …), not " + node.kind());
            return List.of();
        }
        List<Step> steps = new ArrayList<>();
        for (Node item : list.items()) {
            Section.open("a step", item, problems).ifPresent(section -> steps.addAll(step(item, section, depth)));
        }
        return steps;
    }

    private List<Step> step(Node item, Section section, int depth) {
        List<Node.Entry> entries = ((Node.Entries) item).entries();
        if (entries.isEmpty()) {
            return List.of();
        }
        Node.Text first = entries.get(0).key();
        if (first.text().equals(SHARED)) {
            return shared(section, depth);
        }
        Maker maker = BY_WORD.get(first.text());
        if (maker == null) {
            Set<String> words = new TreeSet<>(BY_WORD.keySet());
            words.add(SHARED);
            section.report(
                    first.spot(), "unknown step \"" + first.text() + "\"" + Section.suggestion(first.text(), words));
            return List.of();
        }
        Optional<Step> step = maker.make(this, section);
        section.close();
        return step.stream().toList();
    }

    private List<Step> shared(Section section, int depth) {
        Optional<Node.Text> name = section.requireText(SHARED);
        section.close();
        if (name.isPresent() && depth == Parts.DEEPEST) {
            section.report(name.get().spot(), "the step lists that are named here name each other for ever");
            return List.of();
        }
        return name.flatMap(text -> parts.require(SharedPart.Kind.STEP_LIST, text))
                .map(steps -> read(steps, depth + 1))
                .orElse(List.of());
    }

    private Optional<Step> find(Section section) {
        Optional<Node.Text> type = section.requireText("find");
        Optional<Section> fields = type.flatMap(name -> fields(section, name));
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

    /** The fields of the step, with those of the document type where that is a shared part. */
    private Optional<Section> fields(Section section, Node.Text type) {
        Optional<Node> shared = parts.find(SharedPart.Kind.DOCUMENT_TYPE, type);
        if (shared.isEmpty()) {
            return section.require("fields").flatMap(node -> Section.open("fields", node, problems));
        }
        Optional<Node.Entries> own = section.find("fields")
                .filter(node -> Section.open("fields", node, problems).isPresent())
                .map(Node.Entries.class::cast);
        return Section.open("fields", Parts.merged((Node.Entries) shared.get(), own), problems);
    }

    private Optional<FieldSpec> field(Node.Entry entry) {
        String name = entry.key().text();
        if (!FIELD_NAME.matcher(name).matches() || SlotReader.isOwn(name)) {
            Section.report(
                    problems,
                    entry.key().spot(),
                    "a field name may have up to 60 letters, digits, spaces, - and _, not "
                            + String.join(", ", SlotReader.OWN));
            return Optional.empty();
        }
        return Section.open("field \"" + name + "\"", entry.value(), problems)
                .flatMap(section -> new FieldReader(site, problems, slots, entry.key(), section).read());
    }

    private Optional<Step> name(Section section) {
        return section.requireText("name")
                .flatMap(slots::name)
                .map(pattern -> new Step.Name(pattern, section.spot().line()));
    }

    private Optional<Step> file(Section outer) {
        Optional<Section> opened = outer.require("file").flatMap(node -> Section.open("\"file\"", node, problems));
        if (opened.isEmpty()) {
            return Optional.empty();
        }
        Section section = opened.get();
        String output = pages.output(section, "output", Step.Acting.MAIN);
        Optional<String> connection = section.requireText("in").flatMap(this::connection);
        Optional<Node.Text> underText = section.findText("under");
        Optional<NamePattern> under = underText.flatMap(slots::folders);
        Optional<WhenTaken> whenTaken = whenTaken(section);
        Optional<NamePattern> numbered = counted(section, "numbered", whenTaken, WhenTaken.NUMBER_IT);
        Optional<NamePattern> olderTo = replaces
                ? olderOfSameDocument(section, whenTaken)
                : counted(section, "move older to", whenTaken, WhenTaken.NEW_VERSION);
        if (!replaces && whenTaken.equals(Optional.of(WhenTaken.NEW_VERSION)) && olderTo.isEmpty()) {
            section.report(
                    section.spot(),
                    "\"when taken: new version\" needs \"move older to:\", such as \"{under}/older/{name} ({n})\"");
        }
        section.close();
        if (connection.isEmpty() || whenTaken.isEmpty() || (underText.isPresent() && under.isEmpty())) {
            return Optional.empty();
        }
        return Optional.of(new Step.File(
                output,
                connection.get(),
                under,
                whenTaken.get(),
                numbered,
                olderTo,
                outer.spot().line()));
    }

    /** Where what earlier documents of the key filed goes, once a later one takes its place. */
    private Optional<NamePattern> olderOfSameDocument(Section section, Optional<WhenTaken> whenTaken) {
        whenTaken
                .filter(choice -> choice == WhenTaken.NEW_VERSION || choice == WhenTaken.REPLACE_OWN)
                .ifPresent(choice -> section.report(
                        section.spot(),
                        "\"same document when\" manages older versions itself; \"when taken\" says what happens where"
                                + " something else has the name: number it, leave or fail"));
        return counted(section, "move older to", Optional.empty(), WhenTaken.NEW_VERSION)
                .or(() -> NamePattern.parse(OLDER).pattern());
    }

    private Optional<String> connection(Node.Text text) {
        if (site.connections().contains(text.text())) {
            return Optional.of(text.text());
        }
        Set<String> known = new TreeSet<>(site.connections());
        String words = "unknown connection \"" + text.text() + "\" in lectomen.yaml";
        Section.report(problems, text.spot(), words + Section.suggestion(text.text(), known));
        return Optional.empty();
    }

    private static Optional<WhenTaken> whenTaken(Section section) {
        Optional<Node.Text> text = section.findText("when taken");
        if (text.isEmpty()) {
            return Optional.of(WhenTaken.NUMBER_IT);
        }
        Optional<WhenTaken> choice = WhenTaken.findByWord(text.get().text());
        if (choice.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"when taken\" must be one of: " + String.join(", ", WhenTaken.words()) + "; not "
                            + text.get().kind());
        }
        return choice;
    }

    /** A pattern in which {@code {n}} counts, and that goes with one choice alone. */
    private Optional<NamePattern> counted(
            Section section, String word, Optional<WhenTaken> choice, WhenTaken goesWith) {
        Optional<Node.Text> text = section.findText(word);
        Optional<NamePattern> pattern = text.flatMap(written -> slots.pattern(written, Step.File.COUNTED_SLOTS));
        if (pattern.isPresent() && !pattern.get().slots().contains("n")) {
            section.report(
                    text.get().spot(), "\"" + word + "\" needs the slot {n}, which counts up to a name that is free");
        }
        if (text.isPresent() && choice.isPresent() && choice.get() != goesWith) {
            section.report(text.get().spot(), "\"" + word + "\" requires \"when taken: " + goesWith.word() + "\"");
        }
        return pattern;
    }
}
