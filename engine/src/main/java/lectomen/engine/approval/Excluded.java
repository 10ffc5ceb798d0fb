package lectomen.engine.approval;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Who must not approve although they are asked: whoever had a hand in the document before. */
public enum Excluded {
    SENDER,
    REVIEWER,
    EARLIER_APPROVER;

    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    public static Optional<Excluded> findByWord(String word) {
        return Stream.of(values()).filter(one -> one.word().equals(word)).findFirst();
    }

    public static List<String> words() {
        return Stream.of(values()).map(Excluded::word).toList();
    }
}
