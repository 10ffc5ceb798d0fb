package lectomen.engine.step.mail;

import java.util.regex.Pattern;

/** Addresses of mail, in the form that people use: no comments, no quotes, and nothing that could begin another header. */
public final class MailAddress {
    private static final int LONGEST = 254;
    private static final Pattern ADDRESS = Pattern.compile(
            "[A-Za-z0-9.!#$%&'*+/=?^_`{|}~-]{1,64}@[A-Za-z0-9](?:[A-Za-z0-9-]*[A-Za-z0-9])?(?:\\.[A-Za-z0-9](?:[A-Za-z0-9-]*[A-Za-z0-9])?)*");

    private MailAddress() {}

    public static boolean isAddress(String text) {
        return text.length() <= LONGEST && ADDRESS.matcher(text).matches();
    }
}
