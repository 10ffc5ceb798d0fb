package lectomen.engine.step;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What to do when it can't be proved whether an effect happened. */
public enum WhenInDoubt {
    /** A person decides. */
    ASK,
    /** Carry it out, even if that may be the second time. */
    REPEAT,
    /** Don't carry it out again; the document fails. */
    LEAVE;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static List<String> words() {
        return List.of(values()).stream().map(WhenInDoubt::word).toList();
    }

    public static Optional<WhenInDoubt> findByWord(String word) {
        return List.of(values()).stream()
                .filter(choice -> choice.word().equals(word))
                .findFirst();
    }
}
