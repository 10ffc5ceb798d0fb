package lectomen.engine.extract;

/** A pattern needed more steps on a document than a sound pattern does. */
public final class PatternTooSlow extends RuntimeException {
    private final String pattern;
    private final int line;

    PatternTooSlow() {
        this("", 0);
    }

    private PatternTooSlow(String pattern, int line) {
        super("The pattern takes too long on this text");
        this.pattern = pattern;
        this.line = line;
    }

    /** The same, with the pattern and the line of the rule file that it stands on. */
    public PatternTooSlow at(String pattern, int line) {
        return new PatternTooSlow(pattern, line);
    }

    public String pattern() {
        return pattern;
    }

    /** 0 where it is not known. */
    public int line() {
        return line;
    }
}
