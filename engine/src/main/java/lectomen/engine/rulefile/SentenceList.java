package lectomen.engine.rulefile;

import java.util.ArrayList;
import java.util.List;

/** Collects the sentences of a rule. Blanks are marked in their texts by {@link SentenceBlanks}. */
public final class SentenceList {
    private final List<Sentence> sentences = new ArrayList<>();

    /** @param word of the file that stands on that line and says it; empty where blanks lead to it from the top */
    public void say(Sentence.Part part, String marked, int depth, int line, String word) {
        SentenceBlanks.Read read = SentenceBlanks.read(marked);
        sentences.add(new Sentence(part, read.words(), depth, line, word, read.blanks()));
    }

    /** Says what a step does. */
    public void step(String marked, int line, String word) {
        say(Sentence.Part.DO, marked, 0, line, word);
    }

    /** Says more of the step before. */
    public void detail(String marked, int line, String word) {
        say(Sentence.Part.DO, marked, 1, line, word);
    }

    public List<Sentence> all() {
        return List.copyOf(sentences);
    }
}
