package lectomen.service.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A mail whose bytes are hashed and counted while they are sent. */
final class DigestedMessage extends MimeMessage {
    private final String id;
    private final MessageDigest hash;
    private boolean handedOver;
    private long size;

    DigestedMessage(Session session, String id) {
        super(session);
        this.id = id;
        try {
            hash = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", id);
    }

    @Override
    public void writeTo(OutputStream out, String @Nullable [] withoutHeaders) throws IOException, MessagingException {
        hash.reset();
        size = 0;
        handedOver = true;
        super.writeTo(new HashingOutput(out), withoutHeaders);
    }

    /** Whether any of it may have reached the server. */
    boolean isHandedOver() {
        return handedOver;
    }

    /** That it was sent, with what is known of its bytes. @param refused the addresses that were refused */
    MailResult.Sent sent(String answer, List<String> refused) {
        return new MailResult.Sent(answer, refused, HexFormat.of().formatHex(hash.digest()), size);
    }

    private final class HashingOutput extends FilterOutputStream {
        HashingOutput(OutputStream out) {
            super(out);
        }

        @Override
        public void write(int b) throws IOException {
            hash.update((byte) b);
            size++;
            out.write(b);
        }

        @Override
        public void write(byte[] some, int from, int length) throws IOException {
            hash.update(some, from, length);
            size += length;
            out.write(some, from, length);
        }
    }
}
