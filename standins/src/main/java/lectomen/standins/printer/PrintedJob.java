package lectomen.standins.printer;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.engine.print.raster.RasterSide;

/**
 * A job that was printed.
 *
 * @param ticket what was asked of the printer, as texts by name
 * @param document its bytes as they came
 * @param sides of sheets that were drawn for it; none of a document that it draws itself
 */
public record PrintedJob(
        int id,
        String name,
        String user,
        int copies,
        String format,
        Map<String, String> ticket,
        Path document,
        List<RasterSide> sides) {
    public PrintedJob {
        ticket = new TreeMap<>(ticket);
        sides = List.copyOf(sides);
    }

    /** In a line. */
    public String words() {
        return "Job " + id + ", " + name + " (" + format + "), " + copies + (copies == 1 ? " copy" : " copies")
                + (ticket.isEmpty() ? "" : ", " + ticket) + drawn() + ": " + document.getFileName();
    }

    private String drawn() {
        if (sides.isEmpty()) {
            return "";
        }
        RasterSide first = sides.get(0);
        return ", " + (sides.size() == 1 ? "one side" : sides.size() + " sides") + " of " + first.width() + " by "
                + first.height() + " pixels, " + first.colour().word();
    }
}
