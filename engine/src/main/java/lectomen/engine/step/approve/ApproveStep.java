package lectomen.engine.step.approve;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import lectomen.engine.approval.Excluded;
import lectomen.engine.approval.Stage;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.Step;

/**
 * Asks people to approve the document.
 *
 * @param stages in order
 * @param excluded who must not approve although they are asked
 * @param contacts that it names
 */
public record ApproveStep(List<ChosenStage> stages, Set<Excluded> excluded, List<Contact> contacts, int line)
        implements Step {
    public ApproveStep {
        stages = List.copyOf(stages);
        excluded = Set.copyOf(excluded);
        contacts = List.copyOf(contacts);
    }

    /** A stage, and which documents it is for; all for no tests. */
    public record ChosenStage(Stage stage, List<FieldTest> onlyIf) {
        public ChosenStage {
            onlyIf = List.copyOf(onlyIf);
        }
    }

    @Override
    public boolean mayWait() {
        return true;
    }

    @Override
    public Set<String> slots() {
        Set<String> slots = new HashSet<>();
        stages.forEach(stage -> slots.addAll(FieldTest.fields(stage.onlyIf())));
        return slots;
    }
}
