package lectomen.service.desk;

import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** Why an answer is not taken. Nothing was changed. */
public final class DeskRefusal extends RuntimeException {
    private static final long serialVersionUID = 1;

    /** What kind of refusal. */
    public enum Why {
        /** There is no such task, or it is not for this person. */
        NOT_THERE,
        /** Somebody answered before. */
        DECIDED,
        /** What the answer was about has changed. */
        CHANGED,
        /** Somebody else has it in front of them. */
        TAKEN,
        /** This person can't answer it. */
        NOT_ASKED,
        /** A value, or what was said with it, won't do. */
        BAD
    }

    private final Why why;
    private final transient Map<String, String> fields;

    DeskRefusal(Why why, String words) {
        this(why, words, Map.of());
    }

    /** @param fields problems by the name of a field */
    DeskRefusal(Why why, String words, Map<String, String> fields) {
        super(words);
        this.why = why;
        this.fields = new TreeMap<>(fields);
    }

    public Why why() {
        return why;
    }

    /** For programs. */
    public String code() {
        return "desk-" + why.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public Map<String, String> fields() {
        return fields;
    }
}
