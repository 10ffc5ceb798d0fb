package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.engine.yaml.YamlTree;

/**
 * Reads the file of a shared part. Whether its fields and slots fit is only known where a rule uses it, and said there.
 */
public final class PartReader {
    /** The result of reading a part's file. */
    public sealed interface Reading {
        record Good(SharedPart part) implements Reading {}

        /** @param problems at least one */
        record Bad(List<Problem> problems) implements Reading {
            public Bad {
                problems = List.copyOf(problems);
            }
        }
    }

    private final List<Problem> problems = new ArrayList<>();

    private PartReader() {}

    public static Reading read(String text) {
        PartReader reader = new PartReader();
        Optional<SharedPart> part = YamlTree.read(text, reader.problems)
                .flatMap(root -> Section.open("a shared part", root, reader.problems))
                .flatMap(reader::part);
        return part.isPresent() && reader.problems.isEmpty()
                ? new Reading.Good(part.get())
                : new Reading.Bad(reader.problems);
    }

    private Optional<SharedPart> part(Section section) {
        RuleFileForm.require(section);
        Optional<Node.Text> name = section.requireText("part");
        name.ifPresent(text -> checkName(section, text));
        String about = section.findText("about").map(Node.Text::text).orElse("");
        List<String> present = SharedPart.Kind.keys().stream()
                .filter(key -> section.find(key).isPresent())
                .toList();
        section.close();
        if (present.size() != 1) {
            section.report(
                    section.spot(),
                    "a shared part holds one of: " + String.join(", ", SharedPart.Kind.keys()) + "; not "
                            + (present.isEmpty() ? "none" : String.join(" and ", present)));
            return Optional.empty();
        }
        SharedPart.Kind kind =
                SharedPart.Kind.findByKey(present.get(0)).orElseThrow(() -> new IllegalStateException(present.get(0)));
        Node content = section.require(kind.key()).orElseThrow(() -> new IllegalStateException(kind.key()));
        check(kind, content);
        return name.map(text -> new SharedPart(text.text(), about.strip(), kind, content));
    }

    private static void checkName(Section section, Node.Text name) {
        if (!RuleFileForm.isId(name.text())) {
            section.report(
                    name.spot(),
                    "a part name may have lower-case letters, digits and hyphens (berth-report), not " + name.kind());
        } else if (FileType.findByWord(name.text()).isPresent() || name.text().equals("schema")) {
            section.report(name.spot(), "a part can't have the name of a file type, or \"schema\": " + name.text());
        }
    }

    private void check(SharedPart.Kind kind, Node content) {
        switch (kind) {
            case ACCEPT_SET -> {
                List<? extends Node> items = content instanceof Node.Items list ? list.items() : List.of(content);
                FileTypeReader.read(items, problems);
            }
            case NAME_PATTERN -> {
                if (!(content instanceof Node.Text text)) {
                    Section.report(problems, content.spot(), "\"pattern\" needs a text, not " + content.kind());
                } else {
                    NamePattern.Parsed parsed = NamePattern.parse(Parts.withoutUses(text.text()));
                    if (parsed.pattern().isEmpty()) {
                        Section.report(problems, text.spot(), "in the pattern: " + parsed.problem());
                    }
                }
            }
            case STEP_LIST -> {
                if (!(content instanceof Node.Items list) || list.items().isEmpty()) {
                    Section.report(problems, content.spot(), "\"steps\" needs a list of steps, not " + content.kind());
                }
            }
            case COUNTER -> CounterReader.read(content, problems);
            case DOCUMENT_TYPE ->
                Section.open("\"fields\"", content, problems).ifPresent(fields -> fields.names()
                        .forEach(field -> Section.open("a field", field.value(), problems)));
        }
    }
}
