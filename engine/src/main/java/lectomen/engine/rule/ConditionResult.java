package lectomen.engine.rule;

/** Whether a condition held; {@link #OPEN} while that depends on text nobody has read yet. */
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
