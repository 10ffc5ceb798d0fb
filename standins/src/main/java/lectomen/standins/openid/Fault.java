package lectomen.standins.openid;

import java.util.Locale;

/** What a provider, or somebody in between, may do wrong. A service must refuse each of them. */
public enum Fault {
    NONE,
    /** The state that comes back is not the one that was sent. */
    OTHER_STATE,
    OTHER_NONCE,
    OTHER_ISSUER,
    /** The token is for another client. */
    OTHER_AUDIENCE,
    EXPIRED,
    /** The token is signed with a key that the provider does not publish. */
    OTHER_KEY,
    UNSIGNED;

    /** How it is typed. */
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
