package lectomen.service.rulebook;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Templates for common rules. Each is a whole file, to be changed where one's own papers differ. */
public final class StartingPoints {
    private static final List<String> NAMES = List.of(
            "permits-by-vessel", "readings-by-month", "notices-by-data-file", "drawing-sets", "scans-to-a-desk");

    /**
     * @param text of the rule file, for a connection of its own name
     * @param part the shared part that it names; empty where it needs none
     */
    public record StartingPoint(String name, String text, Optional<String> part) {}

    private StartingPoints() {}

    /** @param connection where they file to */
    public static List<StartingPoint> all(String connection) {
        List<StartingPoint> all = new ArrayList<>();
        for (String name : NAMES) {
            String text = find(name + ".yaml").orElseThrow();
            String own = text.replace("in: archive", "in: " + quoted(connection));
            all.add(new StartingPoint(name, own, find(name + ".part.yaml")));
        }
        return all;
    }

    /** One whose folder prints on a printer; both are called as the printer is. */
    public static StartingPoint printing(String printer) {
        String text = find("printed.yaml")
                .orElseThrow()
                .replace("rule: plan-room", "rule: " + quoted(printer))
                .replace("on: plan-room", "on: " + quoted(printer));
        return new StartingPoint("printed", text, Optional.empty());
    }

    private static String quoted(String connection) {
        return connection.matches("[A-Za-z][\\w-]*") ? connection : "'" + connection.replace("'", "''") + "'";
    }

    private static Optional<String> find(String file) {
        try (InputStream in = StartingPoints.class.getResourceAsStream("starting/" + file)) {
            return in == null ? Optional.empty() : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
