package lectomen.engine.step;

import java.util.Map;
import java.util.Optional;
import lectomen.engine.rulefile.SentenceList;
import lectomen.engine.yaml.Section;
import tools.jackson.databind.node.ObjectNode;

/**
 * A kind of step: how it is read from a rule file, said in sentences, described to editors, and run. Its words are explained in
 * {@code words.yaml} beside its class.
 *
 * @param <S> the step as it was read
 */
public interface StepKind<S extends Step> {
    /** The word that starts the step in a rule file. */
    String word();

    /** The class of its steps. */
    Class<S> type();

    /** Reads the step. Problems are reported to the section; empty where nothing could be made of it. */
    Optional<S> read(Section section, StepReading reading);

    /** Says what the step does. */
    void describe(S step, SentenceList sentences);

    /** The words of the step, for editors that check and complete rule files, each explained. */
    ObjectNode schema();

    /** The effects that its steps ask for, by the code of their kind. */
    default Map<String, Class<? extends PlannedEffect>> effects() {
        return Map.of();
    }

    /** Runs the step. Changes nothing but through its result; what it throws of patterns and dates fails the step with a reason. */
    StepResult run(S step, StepContext context);
}
