package lectomen.service.api;

import lectomen.service.role.Permission;

/** The caller's roles don't allow the call. */
final class NotAllowedException extends RuntimeException {
    private static final long serialVersionUID = 1;

    private final String code;

    private NotAllowedException(String code, String words) {
        super(words);
        this.code = code;
    }

    String code() {
        return code;
    }

    static NotAllowedException without(Permission permission) {
        return new NotAllowedException(
                "not-allowed", "Your role does not allow this: it needs the permission to " + permission.words() + ".");
    }

    static NotAllowedException limited() {
        return new NotAllowedException(
                "not-allowed", "Your role is limited to some rules, and this is about all of them.");
    }

    static NotAllowedException notFresh() {
        return new NotAllowedException(
                "fresh-sign-in-needed", "This needs a sign-in within the last 10 minutes. Confirm that it is you.");
    }

    static NotAllowedException withoutSecondFactor() {
        return new NotAllowedException(
                "second-factor-due", "A second factor is required here. Set one up under Your account first.");
    }
}
