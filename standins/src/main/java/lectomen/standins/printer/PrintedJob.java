package lectomen.standins.printer;

import java.nio.file.Path;
import java.util.Map;

/**
 * A job that was printed.
 *
 * @param ticket what was asked of the printer, as texts by name
 * @param document its bytes as they came
 */
public record PrintedJob(
        int id, String name, String user, int copies, String format, Map<String, String> ticket, Path document) {
    public PrintedJob {
        ticket = Map.copyOf(ticket);
    }

    /** In a line. */
    public String words() {
        return "Job " + id + ", " + name + " (" + format + "), " + copies + (copies == 1 ? " copy" : " copies")
                + (ticket.isEmpty() ? "" : ", " + ticket) + ": " + document.getFileName();
    }
}
