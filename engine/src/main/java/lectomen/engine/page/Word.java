package lectomen.engine.page;

/** Characters that belong together, where they stand, and how sure their reader was of them (0 to 1). */
public record Word(String text, Box box, double confidence) {
    public static Word certain(String text, Box box) {
        return new Word(text, box, 1.0);
    }
}
