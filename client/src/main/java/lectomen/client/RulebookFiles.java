package lectomen.client;

import java.io.IOException;
import java.net.URI;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Rules and what they use, as files in a folder or in one ZIP file.
 *
 * <pre>
 * mooring-permits.yaml                     a rule
 * dated.part.yaml                          a shared part
 * vessels.csv                              a lookup
 * samples/mooring-permits/heron.pdf        a sample of the rule
 * samples/mooring-permits/heron.pdf.expected.json
 * </pre>
 */
final class RulebookFiles implements AutoCloseable {
    static final String PART_ENDING = ".part.yaml";
    static final String LOOKUP_ENDING = ".csv";
    private static final String EXPECTED_ENDING = ".expected.json";
    private static final Pattern NAMED = Pattern.compile("(?m)^(rule|part):\\s*['\"]?([a-z][a-z0-9-]*)");

    private final Path root;
    private final List<FileSystem> toClose = new ArrayList<>();

    /** @param place a folder, or a ZIP file by its extension @param make whether it is made where it is not there */
    private RulebookFiles(Path place, boolean make) throws IOException {
        if (place.toString().endsWith(".zip")) {
            if (make) {
                Files.deleteIfExists(place);
            }
            URI uri = URI.create("jar:" + place.toAbsolutePath().toUri());
            FileSystem zip = FileSystems.newFileSystem(uri, Map.of("create", Boolean.toString(make)));
            toClose.add(zip);
            root = zip.getPath("/");
        } else {
            root = make ? Files.createDirectories(place) : place;
        }
    }

    static RulebookFiles make(Path place) throws IOException {
        return new RulebookFiles(place, true);
    }

    /** @throws NoService if there is nothing there that can be read so */
    static RulebookFiles open(Path place) {
        try {
            if (Files.exists(place)) {
                return new RulebookFiles(place, false);
            }
        } catch (IOException e) {
            throw new ServiceUnreachable(place + " is no folder and no ZIP file that can be read");
        }
        throw new ServiceUnreachable("there is no folder and no ZIP file " + place);
    }

    Path rule(String id) {
        return root.resolve(id + ".yaml");
    }

    Path part(String name) {
        return root.resolve(name + PART_ENDING);
    }

    Path lookup(String name) {
        return root.resolve(name + LOOKUP_ENDING);
    }

    /** The place of a sample, in a folder that is there. */
    Path sample(String rule, String name) throws IOException {
        return Files.createDirectories(root.resolve("samples").resolve(rule)).resolve(name);
    }

    static Path expected(Path sample) {
        return sample.resolveSibling(sample.getFileName() + EXPECTED_ENDING);
    }

    /** A rule or a part. */
    record Written(Path file, String name, String text) {}

    List<Written> rules() throws IOException {
        return written("rule");
    }

    List<Written> parts() throws IOException {
        return written("part");
    }

    private List<Written> written(String kind) throws IOException {
        List<Written> found = new ArrayList<>();
        for (Path file : files(root, ".yaml")) {
            String text = Files.readString(file);
            Matcher named = NAMED.matcher(text);
            if (!named.find()) {
                throw new ServiceUnreachable(file + " names neither a rule nor a part");
            }
            if (named.group(1).equals(kind)) {
                found.add(new Written(file, named.group(2), text));
            }
        }
        return found;
    }

    List<Path> lookups() throws IOException {
        return files(root, LOOKUP_ENDING);
    }

    static String lookupName(Path file) {
        return file.getFileName().toString().replaceFirst("\\.csv$", "");
    }

    List<Path> samples(String rule) throws IOException {
        Path folder = root.resolve("samples").resolve(rule);
        return Files.isDirectory(folder)
                ? files(folder, "").stream()
                        .filter(file -> !file.toString().endsWith(EXPECTED_ENDING))
                        .toList()
                : List.of();
    }

    private static List<Path> files(Path folder, String ending) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(Files::isRegularFile)
                    .filter(file -> file.getFileName().toString().endsWith(ending))
                    .sorted()
                    .toList();
        }
    }

    @Override
    public void close() throws IOException {
        for (FileSystem one : toClose) {
            one.close();
        }
    }
}
