package lectomen.service.mail;

import java.util.List;

/** The result of trying to send a mail. */
public sealed interface MailResult {
    /**
     * The server has taken it over.
     *
     * @param answer of the server
     * @param refused addresses that it does not take; some others it did
     */
    record Sent(String answer, List<String> refused, String sha256, long size) implements MailResult {}

    /** The server takes it for none of the addresses, or not at all. */
    record Refused(String answer) implements MailResult {}

    /** The server can't be reached, or does not take it now. Nothing was sent. */
    record NotNow(String problem) implements MailResult {}

    /** The connection broke while it was sent: whether the server has taken it over is not known. */
    record Unknown(String problem) implements MailResult {}
}
