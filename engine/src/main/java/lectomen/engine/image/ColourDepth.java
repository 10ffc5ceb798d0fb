package lectomen.engine.image;

/** What a picture's points can show, from least to most. */
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

    /** Bytes of memory that a row of so many points takes once it is decoded. */
    public int bytesPerRow(int width) {
        return switch (this) {
            case BLACK_AND_WHITE -> (width + 7) / 8;
            case GREY -> width;
            case COLOUR -> 3 * width;
        };
    }
}
