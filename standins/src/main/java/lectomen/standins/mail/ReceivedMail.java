package lectomen.standins.mail;

import java.util.List;
import java.util.Optional;

/** A mail as it came in. @param to the addresses that the client gave @param content headers and text, as they were sent */
public record ReceivedMail(String from, List<String> to, String content) {
    public ReceivedMail {
        to = List.copyOf(to);
    }

    /** A header that stands on one line. */
    public Optional<String> header(String name) {
        return content.lines()
                .takeWhile(line -> !line.isEmpty())
                .filter(line -> line.regionMatches(true, 0, name + ":", 0, name.length() + 1))
                .map(line -> line.substring(name.length() + 1).strip())
                .findFirst();
    }
}
