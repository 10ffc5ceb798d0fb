package lectomen.engine.page;

import java.util.ArrayList;
import java.util.List;

/**
 * A word with its position and confidence.
 *
 * @param confidence how likely the text is right, 0 to 1
 * @param doubts what it may be instead; nothing for words that were not read off a picture
 */
public record Word(String text, Box box, double confidence, Doubts doubts) {
    /**
     * What a word read off a picture may be instead.
     *
     * @param signs for each character how likely it is right, 0 to 1
     * @param others the next likely readings, the likeliest first
     */
    public record Doubts(List<Double> signs, List<Other> others) {
        static final Doubts NONE = new Doubts(List.of(), List.of());

        public Doubts {
            signs = List.copyOf(signs);
            others = List.copyOf(others);
        }
    }

    /** Another reading. @param confidence how likely it is right, 0 to 1 */
    public record Other(String text, double confidence) {}

    public Word(String text, Box box, double confidence) {
        this(text, box, confidence, Doubts.NONE);
    }

    public static Word certain(String text, Box box) {
        return new Word(text, box, 1.0);
    }

    /** The word with another of its readings, its own text among the others then. */
    public Word readAs(Other other) {
        return readAs(other, other.confidence());
    }

    /** The same, where more is known of how likely that reading is. */
    public Word readAs(Other other, double likely) {
        List<Other> rest = new ArrayList<>(List.of(new Other(text, confidence)));
        doubts.others().stream().filter(one -> !one.equals(other)).forEach(rest::add);
        return new Word(other.text(), box, likely, new Doubts(signsOf(other.text(), likely), rest));
    }

    /** A character that both readings have is as sure as before. */
    private List<Double> signsOf(String other, double likely) {
        List<Double> signs = new ArrayList<>();
        boolean together = other.length() == text.length() && doubts.signs().size() == text.length();
        for (int i = 0; i < other.length() && !doubts.signs().isEmpty(); i++) {
            boolean same = together && other.charAt(i) == text.charAt(i);
            signs.add(same ? doubts.signs().get(i) : likely);
        }
        return signs;
    }

    public Word at(Box other) {
        return new Word(text, other, confidence, doubts);
    }
}
