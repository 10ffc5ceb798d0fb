package lectomen.engine.rule;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads what stands under {@code then:}. */
final class FollowUpReader {
    private final List<Problem> problems;

    FollowUpReader(List<Problem> problems) {
        this.problems = problems;
    }

    /** @param rule the rule that it stands in, which can't hand over to itself */
    Map<FollowUp.End, FollowUp> read(Node node, String rule) {
        Map<FollowUp.End, FollowUp> read = new EnumMap<>(FollowUp.End.class);
        Section.open("\"then\"", node, problems).ifPresent(section -> {
            for (FollowUp.End end : FollowUp.End.values()) {
                section.find(end.word())
                        .flatMap(value -> Section.open("\"" + end.word() + "\"", value, problems))
                        .ifPresent(one -> read.put(end, followUp(one, rule)));
            }
            section.close();
        });
        return read;
    }

    private FollowUp followUp(Section section, String rule) {
        Optional<Node.Text> to = section.findText("hand over to");
        to.filter(text -> !RuleReader.ID.matcher(text.text()).matches()
                        || text.text().equals(rule))
                .ifPresent(text -> section.report(
                        text.spot(), "a document is handed over to another rule by its id, not to " + text.kind()));
        Set<String> tags = section.texts("tag").stream().map(Node.Text::text).collect(Collectors.toSet());
        section.close();
        if (to.isEmpty() && tags.isEmpty()) {
            section.report(section.spot(), "say what follows: \"hand over to:\" a rule, or \"tag:\" with words");
        }
        return new FollowUp(to.map(Node.Text::text), tags, section.spot().line());
    }
}
