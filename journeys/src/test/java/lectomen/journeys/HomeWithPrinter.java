package lectomen.journeys;

import java.nio.file.Files;
import java.nio.file.Path;

/** A home with an archive and a printer called plan-room. */
final class HomeWithPrinter {
    private HomeWithPrinter() {}

    /** @param more words of the printer's connection, each with a comma before it; may be empty */
    static Path make(Path home, String address, String more) throws Exception {
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  plan-room:
                    printer: { address: "%s"%s }
                """.formatted(address, more));
        return home;
    }
}
