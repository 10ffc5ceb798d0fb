package lectomen.engine.image;

/** The colour depth of a picture, lowest first. */
public enum ColourDepth {
    BLACK_AND_WHITE("black and white"),
    GREY("grey"),
    COLOUR("colour");

    private final String words;

    ColourDepth(String words) {
        this.words = words;
    }

    /** For people. */
    public String words() {
        return words;
    }
}
