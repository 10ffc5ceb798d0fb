package lectomen.engine.rule;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.rulefile.SidecarExpression;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads a source's settings for data files beside its documents. */
final class SidecarReader {
    private final List<Problem> problems;

    SidecarReader(List<Problem> problems) {
        this.problems = problems;
    }

    SidecarSettings read(Section section) {
        Set<DataFormat> forms = forms(section);
        SidecarSettings.Alone withoutDocument =
                SourceReader.choice(section, "without document", SidecarSettings.Alone.FAIL);
        Optional<Node.Text> documents = section.findText("documents");
        documents.ifPresent(text -> SidecarExpression.check(text, forms, problems));
        if (withoutDocument == SidecarSettings.Alone.TAKE && documents.isEmpty()) {
            section.report(section.spot(), "\"without document: take\" requires \"documents:\", which names several");
        }
        return new SidecarSettings(
                forms,
                named(section),
                documents.map(Node.Text::text),
                waitTime(section),
                SourceReader.choice(section, "without sidecar", SidecarSettings.Alone.FAIL),
                withoutDocument,
                SourceReader.choice(section, "two alike", SidecarSettings.Alike.FAIL),
                SourceReader.choice(section, "broken", SidecarSettings.Broken.FAIL),
                SourceReader.choice(section, "late", SidecarSettings.Late.FAIL),
                namespaces(section));
    }

    private static Duration waitTime(Section section) {
        return SourceReader.duration(section, "wait").orElse(SidecarSettings.DEFAULT_WAIT_TIME);
    }

    private Set<DataFormat> forms(Section section) {
        Set<DataFormat> forms = EnumSet.noneOf(DataFormat.class);
        List<Node.Text> texts = section.texts("form");
        for (Node.Text text : texts) {
            Optional<DataFormat> form = DataFormat.findByWord(text.text());
            if (form.isEmpty()) {
                section.report(text.spot(), "\"form\" is xml, json or csv, or some of them, not " + text.kind());
            }
            form.ifPresent(forms::add);
        }
        return texts.isEmpty() ? EnumSet.allOf(DataFormat.class) : forms;
    }

    private static List<SidecarSettings.Named> named(Section section) {
        List<SidecarSettings.Named> named = new ArrayList<>();
        List<Node.Text> texts = section.texts("named");
        for (Node.Text text : texts) {
            Stream.of(SidecarSettings.Named.values())
                    .filter(one -> one.word().equals(text.text()))
                    .findFirst()
                    .ifPresentOrElse(
                            named::add,
                            () -> section.report(
                                    text.spot(),
                                    "a sidecar must be named \"{file name}\", or \"{file}\" with the document's extension,"
                                            + " not " + text.kind()));
        }
        return texts.isEmpty() ? List.of(SidecarSettings.Named.values()) : named;
    }

    private Map<String, String> namespaces(Section section) {
        Map<String, String> uris = new TreeMap<>();
        section.find("namespaces")
                .flatMap(node -> Section.open("\"namespaces\"", node, problems))
                .ifPresent(prefixes -> {
                    for (Node.Entry entry : prefixes.names()) {
                        if (entry.value() instanceof Node.Text uri) {
                            uris.put(entry.key().text(), uri.text());
                        } else {
                            prefixes.report(entry.value().spot(), "a prefix needs a namespace URI");
                        }
                    }
                });
        return uris;
    }
}
