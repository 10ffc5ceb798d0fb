package lectomen.journeys;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.util.ArrayList;
import java.util.List;

/** A real mail server in memory. */
final class RealMailServer implements AutoCloseable {
    private final GreenMail server;

    private RealMailServer(GreenMail server) {
        this.server = server;
    }

    static RealMailServer start() {
        GreenMail server = new GreenMail(new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        server.start();
        return new RealMailServer(server);
    }

    int port() {
        return server.getSmtp().getPort();
    }

    int count() {
        return server.getReceivedMessages().length;
    }

    /** The subjects of all mails that it has, in the order in which they came. */
    List<String> subjects() throws MessagingException {
        List<String> subjects = new ArrayList<>();
        for (MimeMessage mail : server.getReceivedMessages()) {
            subjects.add(mail.getSubject());
        }
        return subjects;
    }

    @Override
    public void close() {
        server.stop();
    }
}
