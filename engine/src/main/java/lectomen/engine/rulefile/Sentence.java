package lectomen.engine.rulefile;

import java.util.List;

/**
 * A sentence that says aloud what a place of a rule file means.
 *
 * @param depth 0 for a sentence of its own, more for one that belongs to the sentence above
 * @param line of the rule file; 0 where none says it
 * @param word of the file that stands on that line and says it; empty where blanks lead to it from the top of the file
 */
public record Sentence(Part part, String words, int depth, int line, String word, List<Blank> blanks) {
    public Sentence {
        blanks = List.copyOf(blanks);
    }

    /** The part of the rule that a sentence belongs to. */
    public enum Part {
        FROM,
        WHEN,
        DO,
        THEN
    }

    /**
     * Words of a sentence that stand for a value of the file, and can be others.
     *
     * @param start of the words in the sentence, counted in characters
     * @param end behind the last of them
     * @param path of words of the file that lead to the value, from the sentence's own place
     */
    public record Blank(int start, int end, List<String> path) {}
}
