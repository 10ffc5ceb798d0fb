package lectomen.service.mail;

import jakarta.activation.DataHandler;
import jakarta.activation.DataSource;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.StreamProvider;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import lectomen.service.bytes.ByteStore;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.MailSettings;
import lectomen.service.home.MailSettings.Encryption;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPTransport;
import org.eclipse.angus.mail.util.MailStreamProvider;
import org.jspecify.annotations.Nullable;

/** A server that takes mails by SMTP (RFC 5321). Safe for several threads. */
public final class MailServer implements AutoCloseable {
    static {
        // else the library searches all libraries for its own class each time that it encodes a part
        System.setProperty(StreamProvider.class.getName(), MailStreamProvider.class.getName());
    }

    private static final String MILLIS = Long.toString(Duration.ofSeconds(30).toMillis());
    private static final int FIRST_PERMANENT = 500;
    private static final int FIRST_TEMPORARY = 400;

    private final MailSettings settings;
    private final SecretStore secrets;
    private final ByteStore bytes;
    private final InstantSource clock;
    private final Session session;
    private final MailSessions sessions;

    public MailServer(MailSettings settings, SecretStore secrets, ByteStore bytes, InstantSource clock) {
        this.settings = settings;
        this.secrets = secrets;
        this.bytes = bytes;
        this.clock = clock;
        this.session = session(settings);
        this.sessions = new MailSessions(this::connect);
    }

    private static Session session(MailSettings settings) {
        Properties properties = new Properties();
        properties.put("mail.smtp.host", settings.host());
        properties.put(
                "mail.smtp.localhost", domain(settings)); // else this machine's name is looked up for each connection
        properties.put("mail.smtp.port", Integer.toString(settings.port()));
        properties.put("mail.smtp.connectiontimeout", MILLIS);
        properties.put("mail.smtp.timeout", MILLIS);
        properties.put("mail.smtp.writetimeout", MILLIS);
        properties.put("mail.smtp.sendpartial", "true");
        properties.put("mail.smtp.auth", Boolean.toString(settings.signInAs().isPresent()));
        if (settings.encryption() != Encryption.NONE) {
            properties.put("mail.smtp.ssl.socketFactory", TrustedAuthorities.connections(settings.certificate()));
            properties.put("mail.smtp.ssl.checkserveridentity", "true");
        }
        properties.put("mail.smtp.ssl.enable", Boolean.toString(settings.encryption() == Encryption.TLS));
        String startTls = Boolean.toString(settings.encryption() == Encryption.STARTTLS);
        properties.put("mail.smtp.starttls.enable", startTls);
        properties.put("mail.smtp.starttls.required", startTls);
        return Session.getInstance(properties);
    }

    /**
     * Sends a mail.
     *
     * @param begins called once the server is ready, before anything of the mail is handed over
     */
    public MailResult send(OutgoingMail mail, Runnable begins) {
        DigestedMessage message;
        try {
            message = message(mail);
        } catch (MessagingException e) {
            return new MailResult.Refused("The mail can't be written: " + e.getMessage());
        }
        try (MailSessions.Lease lease = sessions.take()) {
            begins.run();
            return send(message, lease);
        } catch (AuthenticationFailedException | NoSuchSecretException e) {
            return new MailResult.NotNow("sign-in refused");
        } catch (MessagingException e) {
            return new MailResult.NotNow(firstLine(e));
        }
    }

    private SMTPTransport connect() throws MessagingException {
        SMTPTransport transport = (SMTPTransport) session.getTransport("smtp");
        transport.connect(settings.signInAs().orElse(null), password());
        return transport;
    }

    private static MailResult send(DigestedMessage message, MailSessions.Lease lease) {
        SMTPTransport transport = lease.transport();
        try {
            transport.sendMessage(message, message.getAllRecipients());
            lease.isGood();
            return message.sent(answer(transport), List.of());
        } catch (SendFailedException e) {
            return failed(e, transport, message);
        } catch (MessagingException e) {
            return message.isHandedOver()
                    ? new MailResult.Unknown(firstLine(e))
                    : new MailResult.NotNow(firstLine(e)); // the connection broke before
        }
    }

    @Override
    public void close() {
        sessions.close();
    }

    private static String firstLine(Exception e) {
        return String.valueOf(e.getMessage())
                .lines()
                .findFirst()
                .orElse("no answer")
                .strip();
    }

    private @Nullable String password() {
        return settings.secret().flatMap(secrets::open).orElse(null);
    }

    /** Some addresses may have been taken all the same. Without an answer of the server nothing is known. */
    private static MailResult failed(SendFailedException e, SMTPTransport transport, DigestedMessage message) {
        List<SMTPAddressFailedException> refused = new ArrayList<>();
        for (Exception next = e; next instanceof MessagingException one; next = one.getNextException()) {
            if (one instanceof SMTPAddressFailedException address) {
                refused.add(address);
            }
        }
        if (e.getValidSentAddresses() != null && e.getValidSentAddresses().length > 0) {
            List<String> names =
                    refused.stream().map(one -> one.getAddress().toString()).toList();
            return message.sent(answer(transport), names);
        }
        int code = e instanceof SMTPSendFailedException smtp
                ? smtp.getReturnCode()
                : refused.stream()
                        .mapToInt(SMTPAddressFailedException::getReturnCode)
                        .min()
                        .orElse(-1);
        String answer = firstLine(refused.isEmpty() ? e : refused.get(0));
        if (code < FIRST_TEMPORARY) {
            return message.isHandedOver() ? new MailResult.Unknown(answer) : new MailResult.NotNow(answer);
        }
        return code < FIRST_PERMANENT ? new MailResult.NotNow(answer) : new MailResult.Refused(answer);
    }

    private static String answer(SMTPTransport transport) {
        return Optional.ofNullable(transport.getLastServerResponse())
                .map(String::strip)
                .orElse("");
    }

    private DigestedMessage message(OutgoingMail mail) throws MessagingException {
        DigestedMessage message = new DigestedMessage(session, "<" + mail.id() + "@" + domain(settings) + ">");
        message.setFrom(new InternetAddress(settings.from()));
        for (String to : mail.to()) {
            message.addRecipient(MimeMessage.RecipientType.TO, new InternetAddress(to, true));
        }
        message.setSubject(mail.subject(), StandardCharsets.UTF_8.name());
        message.setSentDate(Date.from(clock.instant()));
        message.setHeader("Auto-Submitted", "auto-generated"); // RFC 3834
        MimeMultipart alternatives = new MimeMultipart("alternative", text(mail.text()), html(mail.html()));
        if (mail.attachments().isEmpty()) {
            message.setContent(alternatives);
        } else {
            MimeBodyPart said = new MimeBodyPart();
            said.setContent(alternatives);
            MimeMultipart whole = new MimeMultipart(said);
            for (OutgoingMail.Attachment attachment : mail.attachments()) {
                whole.addBodyPart(attached(attachment));
            }
            message.setContent(whole);
        }
        message.saveChanges();
        return message;
    }

    private static MimeBodyPart text(String text) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setText(text, StandardCharsets.UTF_8.name());
        return part;
    }

    private static MimeBodyPart html(String html) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setText(html, StandardCharsets.UTF_8.name(), "html");
        return part;
    }

    private static String domain(MailSettings settings) {
        return settings.from().substring(settings.from().indexOf('@') + 1);
    }

    private MimeBodyPart attached(OutgoingMail.Attachment attachment) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setDataHandler(new DataHandler(new Stored(attachment)));
        part.setFileName(attachment.name());
        part.setDisposition(MimeBodyPart.ATTACHMENT);
        return part;
    }

    /** A file of the byte store. */
    private final class Stored implements DataSource {
        private final OutgoingMail.Attachment attachment;

        Stored(OutgoingMail.Attachment attachment) {
            this.attachment = attachment;
        }

        @Override
        public InputStream getInputStream() throws IOException {
            return bytes.open(attachment.bytes().sha256());
        }

        @Override
        public OutputStream getOutputStream() {
            throw new UnsupportedOperationException("A stored file is not written to");
        }

        @Override
        public String getContentType() {
            return "application/octet-stream";
        }

        @Override
        public String getName() {
            return attachment.name();
        }
    }
}
