package lectomen.engine.rulefile;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.identify.FileType;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads file types by their words. */
public final class FileTypeReader {
    private FileTypeReader() {}

    /** A problem is reported for each word that names no type. */
    public static Set<FileType> read(List<? extends Node> items, List<Problem> problems) {
        Set<FileType> types = EnumSet.noneOf(FileType.class);
        for (Node item : items) {
            String word = item instanceof Node.Text text ? text.text() : "";
            Optional<FileType> type = FileType.findByWord(word);
            if (type.isEmpty()) {
                Section.report(
                        problems,
                        item.spot(),
                        "unknown file type \"" + word + "\"" + Section.suggestion(word, FileType.words()));
            }
            type.ifPresent(types::add);
        }
        return types;
    }
}
