package lectomen.engine.rule;

/** Whether a condition held; {@link #OPEN} while that depends on text nobody has read yet. */
public enum Truth {
    YES,
    NO,
    OPEN;

    static Truth of(boolean held) {
        return held ? YES : NO;
    }

    Truth not() {
        return switch (this) {
            case YES -> NO;
            case NO -> YES;
            case OPEN -> OPEN;
        };
    }
}
