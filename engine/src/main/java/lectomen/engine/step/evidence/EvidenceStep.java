package lectomen.engine.step.evidence;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;

/** Makes an output that proves what people decided about the document. */
public record EvidenceStep(Form form, OutputNames outputs, int line) implements Step {
    /** In which form. */
    public enum Form {
        PDF,
        JSON;

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        static List<String> words() {
            return Stream.of(values()).map(Form::word).toList();
        }

        static Optional<Form> findByWord(String word) {
            return Stream.of(values()).filter(form -> form.word().equals(word)).findFirst();
        }
    }
}
