package lectomen.engine.step.review;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.rulefile.Contact;
import lectomen.engine.schedule.WorkingTime;
import lectomen.engine.step.FieldTest;
import lectomen.engine.step.Step;

/**
 * Asks a person to look at the document where any of its conditions holds.
 *
 * @param by whom it asks
 * @param within how long they have
 */
public record ReviewStep(List<Contact> by, When when, Optional<WorkingTime> within, int line) implements Step {
    public ReviewStep {
        by = List.copyOf(by);
    }

    /**
     * When it asks.
     *
     * @param confidenceBelow asks for fields that are less sure
     * @param checksFail asks for fields that failed their check, or were not found though required
     * @param always asks for every document
     * @param samplePercent of the documents
     * @param values of fields
     */
    public record When(
            Optional<Double> confidenceBelow,
            boolean checksFail,
            boolean always,
            double samplePercent,
            List<FieldTest> values) {
        /** Every document. */
        public static final When ALWAYS = new When(Optional.empty(), false, true, 0, List.of());

        public When {
            values = List.copyOf(values);
        }
    }

    @Override
    public boolean mayWait() {
        return true;
    }

    @Override
    public boolean settlesDoubts() {
        return when.checksFail();
    }

    @Override
    public List<Contact> contacts() {
        return by;
    }

    @Override
    public Set<String> slots() {
        return new HashSet<>(FieldTest.fields(when.values()));
    }
}
