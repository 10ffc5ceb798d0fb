package lectomen.demo;

import java.io.IOException;
import java.util.List;

/** What comes to the works office as paper, with the rules that take it. */
public final class DemoPaper {
    /** One file. @param places below the archive, one for each output that is filed */
    public record Sheet(String folder, String name, byte[] bytes, List<String> places) {}

    private DemoPaper() {}

    public static List<Sheet> sheets() {
        return HarbourPaper.documents().stream()
                .map(document -> new Sheet(document.folder(), document.name(), document.bytes(), document.places()))
                .toList();
    }

    /** The rules, filing to the connection that a home has from its first start. */
    public static List<String> rules() throws IOException {
        return List.of(rule("delivery-notes"), rule("dive-sheets"), rule("crane-certificates"));
    }

    private static String rule(String id) throws IOException {
        return DemoMain.resource(id + ".yaml").replace("in: harbour-archive", "in: archive");
    }
}
