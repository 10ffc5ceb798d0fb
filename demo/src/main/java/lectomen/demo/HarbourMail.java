package lectomen.demo;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import lectomen.standins.mail.MailFolder;
import lectomen.standins.mail.MailStandIn;

/** Stands in for the harbour's mail server, at the address that the demo's settings name. */
final class HarbourMail implements AutoCloseable {
    private static final int PORT = 9425;
    private static final String FOLDER = "mails";

    private final Path home;
    private final Optional<MailStandIn> server;

    private HarbourMail(Path home, Optional<MailStandIn> server) {
        this.home = home;
        this.server = server;
    }

    /** Without it, mails wait and the rest of the demo goes on: its port may be in use. */
    static HarbourMail start(Path home) throws IOException {
        MailFolder kept = new MailFolder(home.resolve(FOLDER), line -> {});
        try {
            return new HarbourMail(home, Optional.of(MailStandIn.start(PORT, kept)));
        } catch (IOException e) {
            return new HarbourMail(home, Optional.empty());
        }
    }

    /** Where its mails are, in words. */
    String words() {
        return server.isPresent()
                ? "Mails to applicants and the works desk are kept in " + home.resolve(FOLDER)
                : "Port " + PORT + " is in use, so mails wait until it is free.";
    }

    @Override
    public void close() throws IOException {
        if (server.isPresent()) {
            server.get().close();
        }
    }
}
