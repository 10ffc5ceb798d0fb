package lectomen.engine.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.rulefile.Parts;
import lectomen.engine.rulefile.SharedPart;
import lectomen.engine.step.Step;
import lectomen.engine.step.StepKind;
import lectomen.engine.step.StepKinds;
import lectomen.engine.step.StepReading;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** Reads the steps under {@code do:}, in order, so that a slot can only use a field of an earlier step. */
final class StepReader {
    /** Not a step: steps that stand in a shared part. */
    private static final String SHARED = "steps";

    private final StepKinds kinds;
    private final StepReading reading;

    StepReader(StepKinds kinds, StepReading reading) {
        this.kinds = kinds;
        this.reading = reading;
    }

    List<Step> read(Node node) {
        return read(node, 0);
    }

    /** @param depth how many shared parts it stands in */
    private List<Step> read(Node node, int depth) {
        if (!(node instanceof Node.Items list) || list.items().isEmpty()) {
            String words = "\"do\" needs a list of steps (- find: …), not " + node.kind();
            Section.report(reading.problems(), node.spot(), words);
            return List.of();
        }
        List<Step> steps = new ArrayList<>();
        for (Node item : list.items()) {
            Section.open("a step", item, reading.problems())
                    .ifPresent(section -> steps.addAll(step(item, section, depth)));
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
        Optional<StepKind<?>> kind = kinds.find(first.text());
        if (kind.isEmpty()) {
            Set<String> words = new TreeSet<>(kinds.words());
            words.add(SHARED);
            section.report(
                    first.spot(), "unknown step \"" + first.text() + "\"" + Section.suggestion(first.text(), words));
            return List.of();
        }
        Optional<? extends Step> step = kind.get().read(section, reading);
        section.close();
        return List.copyOf(step.stream().toList());
    }

    private List<Step> shared(Section section, int depth) {
        Optional<Node.Text> name = section.requireText(SHARED);
        section.close();
        if (name.isPresent() && depth == Parts.DEEPEST) {
            section.report(name.get().spot(), "the step lists that are named here name each other for ever");
            return List.of();
        }
        return name.flatMap(text -> reading.parts().require(SharedPart.Kind.STEP_LIST, text))
                .map(steps -> read(steps, depth + 1))
                .orElse(List.of());
    }
}
