package lectomen.engine.extract;

/** A pattern needed more steps on a document than any sound pattern does. */
public final class PatternTooSlow extends RuntimeException {
    PatternTooSlow() {
        super("The pattern takes too long on this text");
    }
}
