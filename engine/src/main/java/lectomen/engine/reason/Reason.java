package lectomen.engine.reason;

import java.util.Map;
import java.util.TreeMap;

/**
 * Why something failed, waits or was skipped: a code to decide on, and parameters for its sentence in {@code
 * reasons.properties}. The code may be kept for ever; the parameters can hold names and values from documents, so code that
 * stores them keeps them erasable.
 */
public record Reason(String code, Map<String, String> parameters) {
    public Reason {
        parameters = Map.copyOf(parameters);
    }

    /**
     * A reason with parameters given as name, value, name, value.
     *
     * @throws IllegalArgumentException if the code has no sentence, or a parameter has no value
     */
    public static Reason of(String code, String... namesAndValues) {
        ReasonWords.requireSentence(code);
        if (namesAndValues.length % 2 != 0) {
            throw new IllegalArgumentException("A parameter of reason " + code + " has no value");
        }
        Map<String, String> parameters = new TreeMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            parameters.put(namesAndValues[i], namesAndValues[i + 1]);
        }
        return new Reason(code, parameters);
    }

    /** The sentence for people, with the parameters filled in. */
    public String words() {
        return ReasonWords.words(this);
    }
}
