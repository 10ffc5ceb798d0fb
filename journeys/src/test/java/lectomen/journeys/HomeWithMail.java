package lectomen.journeys;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.standins.mail.MailStandIn;

/** A home whose settings have a mail server. */
final class HomeWithMail {
    private HomeWithMail() {}

    /** @param more settings, such as who is notified @return the home */
    static Path make(Path home, MailStandIn server, String more) throws IOException {
        return make(home, server.port(), more);
    }

    /** The same for any server on this machine. */
    static Path make(Path home, int port, String more) throws IOException {
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  office-mail:
                    mail: { server: localhost, port: %d, encryption: none, from: works@marrowick.example }
                %s
                """.formatted(port, more));
        return home;
    }
}
