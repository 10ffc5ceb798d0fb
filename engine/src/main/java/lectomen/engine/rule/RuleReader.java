package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.facts.Site;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleFileForm;
import lectomen.engine.rulefile.SlotReader;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepKinds;
import lectomen.engine.step.StepReading;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;
import lectomen.engine.yaml.YamlTree;

/**
 * Reads a rule file: returns the rule, or every problem with its line and column.
 *
 * <pre>{@code
 * RuleReading reading = RuleReader.read(text, site);
 * if (reading instanceof RuleReading.Good good) { use(good.rule()); }
 * }</pre>
 */
public final class RuleReader {
    private Site site;
    private final List<Problem> problems = new ArrayList<>();

    private final Parts parts;

    private final StepKinds kinds;

    private RuleReader(Site site, Map<String, String> parts, StepKinds kinds) {
        this.kinds = kinds;
        this.site = site;
        this.parts = new Parts(parts, problems);
    }

    /** Reads a rule that names no shared part. */
    public static RuleReadResult read(String text, Site site) {
        return read(new RuleFile(text), site);
    }

    public static RuleReadResult read(RuleFile file, Site site) {
        return read(file, site, AllSteps.KINDS);
    }

    /** The same with certain kinds of steps. */
    static RuleReadResult read(RuleFile file, Site site, StepKinds kinds) {
        RuleReader reader = new RuleReader(site, file.parts(), kinds);
        Optional<RuleDocument> rule = YamlTree.read(file.text(), reader.problems)
                .flatMap(root -> Section.open("a rule file", root, reader.problems))
                .flatMap(reader::rule);
        if (rule.isPresent() && reader.problems.isEmpty()) {
            return new RuleReadResult.Good(rule.get());
        }
        reader.problems.sort(Comparator.comparingInt(Problem::line).thenComparingInt(Problem::column));
        return new RuleReadResult.Bad(reader.problems);
    }

    private Optional<RuleDocument> rule(Section section) {
        RuleFileForm.require(section);
        Optional<Node.Text> id = section.requireText("rule");
        id.filter(text -> !RuleFileForm.isId(text.text()))
                .ifPresent(text -> section.report(
                        text.spot(),
                        "a rule id may have lower-case letters, digits and hyphens (mooring-permits), not "
                                + text.kind()));
        String title = section.findText("title").map(Node.Text::text).orElse("");
        String about = section.findText("about").map(Node.Text::text).orElse("");
        List<Contact> contacts = section.texts("contact").stream()
                .map(text ->
                        new Contact(text.text(), text.spot().line(), text.spot().column()))
                .toList();
        Map<String, String> parameters =
                section.find("parameters").map(this::parameters).orElse(Map.of());
        site = site.withParameters(parameters);
        String name = id.map(Node.Text::text).orElse("");
        SourceReader sources = new SourceReader(site, name, parts, problems);
        List<RuleDocument.From> from =
                section.require("from").map(sources::read).orElse(List.of());
        Optional<Retention> retention = section.find("retention").flatMap(node -> RetentionReader.read(node, problems));
        Optional<Condition> when =
                section.find("when").flatMap(node -> new ConditionReader(site, parts, problems).read(node));
        Optional<Node.Text> sameDocument = section.findText("same document when");
        SlotReader slots = new SlotReader(problems, parts, site.parameters().keySet());
        when.map(Condition::partNames).orElse(List.of()).forEach(slots::add);
        StepReading reading = new StepReading(site, parts, problems, slots, sameDocument.isPresent());
        List<Step> steps =
                section.require("do").map(new StepReader(kinds, reading)::read).orElse(List.of());
        Optional<NamePattern> documentKey = sameDocument.flatMap(slots::pattern);
        documentKey
                .filter(pattern -> pattern.slots().isEmpty())
                .ifPresent(pattern -> section.report(
                        sameDocument.get().spot(),
                        "\"same document when\" needs a slot, such as \"{drawing} {sheet}\"; else all are the same"));
        FollowUpReader.Then then = section.find("then")
                .map(node -> new FollowUpReader(reading, sources::filled).read(node, name))
                .orElse(FollowUpReader.Then.NOTHING);
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
                contacts,
                parts.used(),
                parts.counters(),
                documentKey,
                then.ends(),
                then.whileWaiting()));
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
}
