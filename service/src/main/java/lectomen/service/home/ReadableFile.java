package lectomen.service.home;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Function;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** A file that the settings name, such as a certificate. */
final class ReadableFile {
    private ReadableFile() {}

    /**
     * The file behind a word of a section; empty where the word is missing, or the file can't be read, which is reported.
     *
     * @param paths reads a path, and reports one that is none
     */
    static Optional<Path> find(Section section, String word, Function<Node.Text, Optional<Path>> paths) {
        Optional<Node.Text> text = section.findText(word);
        Optional<Path> path = text.flatMap(paths);
        if (path.isPresent() && !Files.isReadable(path.get())) {
            section.report(text.orElseThrow().spot(), "this file can't be read: " + path.get());
            return Optional.empty();
        }
        return path;
    }
}
