package lectomen.service.mail;

import java.util.List;
import lectomen.engine.task.ByteRef;

/**
 * A mail to send.
 *
 * @param id names it for good, so that a mail that arrives twice can be known as one
 * @param html that says the same as the text
 */
public record OutgoingMail(
        String id, List<String> to, String subject, String text, String html, List<Attachment> attachments) {
    public OutgoingMail {
        to = List.copyOf(to);
        attachments = List.copyOf(attachments);
    }

    /** A file that goes with it. */
    public record Attachment(String name, ByteRef bytes) {}
}
