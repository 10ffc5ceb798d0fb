package lectomen.engine.ocr.print;

import java.awt.Font;
import java.awt.FontFormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Fonts of families that the recogniser was never trained on, as Debian's packages install them. What is measured here is
 * measured in them.
 */
public final class Faces {
    private static final List<Path> FOLDERS = List.of(
            Path.of("/usr/share/fonts/truetype"),
            Path.of("/usr/share/fonts/opentype"),
            Path.of("/usr/share/texmf/fonts/opentype"));

    private static final Map<String, List<String>> FILES = new TreeMap<>(Map.of(
            "Cabin", List.of("Cabin-Regular.otf", "Cabin-Bold.otf", "Cabin-Italic.otf"),
            "Caladea", List.of("Caladea-Regular.ttf", "Caladea-Bold.ttf", "Caladea-Italic.ttf"),
            "Charis SIL", List.of("CharisSIL-Regular.ttf", "CharisSIL-Bold.ttf", "CharisSIL-Italic.ttf"),
            "Fira Code", List.of("FiraCode-Regular.ttf", "FiraCode-Bold.ttf"),
            "Roboto", List.of("Roboto-Regular.ttf", "Roboto-Bold.ttf", "Roboto-Italic.ttf"),
            "Roboto Condensed", List.of("RobotoCondensed-Regular.ttf", "RobotoCondensed-Bold.ttf"),
            "TeX Gyre Bonum", List.of("texgyrebonum-regular.otf", "texgyrebonum-bold.otf", "texgyrebonum-italic.otf"),
            "URW Bookman", List.of("URWBookman-Light.otf", "URWBookman-Demi.otf", "URWBookman-LightItalic.otf")));

    /** @param plain its upright face of usual weight */
    public record Face(String family, Font plain, List<Font> all) {}

    private Faces() {}

    /** All families. @throws IllegalStateException if one is not installed, with the command that installs it */
    public static List<Face> unseen() {
        return Held.FACES;
    }

    private static final class Held {
        static final List<Face> FACES = load();
    }

    private static List<Face> load() {
        Map<String, Path> found = new TreeMap<>();
        for (Path folder : FOLDERS) {
            if (Files.isDirectory(folder)) {
                try (Stream<Path> files = Files.walk(folder)) {
                    files.forEach(file -> found.put(file.getFileName().toString(), file));
                } catch (IOException e) {
                    throw new IllegalStateException(folder.toString(), e);
                }
            }
        }
        List<Face> faces = new ArrayList<>();
        FILES.forEach((family, files) -> {
            List<Font> fonts =
                    files.stream().map(file -> font(family, file, found)).toList();
            faces.add(new Face(family, fonts.get(0), fonts));
        });
        return List.copyOf(faces);
    }

    private static Font font(String family, String file, Map<String, Path> found) {
        Path path = found.get(file);
        if (path == null) {
            throw new IllegalStateException(family + " is not installed (" + file
                    + "); to mend it: sudo apt-get install fonts-cabin fonts-crosextra-caladea fonts-sil-charis"
                    + " fonts-firacode fonts-roboto-unhinted fonts-texgyre fonts-urw-base35");
        }
        try {
            return Font.createFont(Font.TRUETYPE_FONT, path.toFile());
        } catch (IOException | FontFormatException e) {
            throw new IllegalStateException(path.toString(), e);
        }
    }
}
