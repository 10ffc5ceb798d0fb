package lectomen.engine.step.file;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What to do when a file of that name already exists. */
public enum WhenTaken {
    /** File it under the next free number: plan (2).pdf. */
    NUMBER_IT("number it"),
    /** Put it in place of what the same rule filed there before and nobody changed since; else fail the job. */
    REPLACE_OWN("replace own"),
    /** Move what is there to where the rule says, whoever put it there, and put this in its place. */
    NEW_VERSION("new version"),
    /** Leave what is there, and file nothing. */
    LEAVE("leave"),
    /** Fail the job. */
    FAIL("fail");

    private final String word;

    WhenTaken(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static List<String> words() {
        return List.of(values()).stream().map(WhenTaken::word).toList();
    }

    public static Optional<WhenTaken> findByWord(String word) {
        String wanted = word.strip().toLowerCase(Locale.ROOT);
        return List.of(values()).stream()
                .filter(choice -> choice.word.equals(wanted))
                .findFirst();
    }
}
