package lectomen.service.rulebook;

import java.util.Locale;

/** The state of a rule. Only a live one acts. */
public enum RuleState {
    DRAFT,
    LIVE,
    PAUSED,
    RETIRED;

    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    static RuleState ofCode(String code) {
        return valueOf(code.toUpperCase(Locale.ROOT));
    }
}
