package lectomen.engine.rule;

/** The result of a condition; {@link #OPEN} while it depends on text that has not been read. */
public enum ConditionResult {
    YES,
    NO,
    OPEN;

    static ConditionResult of(boolean held) {
        return held ? YES : NO;
    }

    ConditionResult not() {
        return switch (this) {
            case YES -> NO;
            case NO -> YES;
            case OPEN -> OPEN;
        };
    }
}
