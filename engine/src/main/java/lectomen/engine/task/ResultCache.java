package lectomen.engine.task;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.DocumentText;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.StepOutput;

/**
 * Recent results for documents that are tried again and again, such as while a rule is written beside them. Not safe for
 * several threads.
 */
public final class ResultCache {
    private static final int MOST_PAGES = 400;
    private static final int MOST_MADE = 24;
    private static final long MOST_BYTES = 200_000_000;

    private record Text(String sha256, FileType type, ReadingOptions wish) {}

    private record Work(String sha256, String name, Object wanted) {}

    /** @param file with what was made */
    record Kept(StepOutput product, List<Reason> notes, Path file) {}

    private final Path folder;
    private final Map<Text, DocumentText> texts = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<Work, Kept> made = new LinkedHashMap<>(16, 0.75f, true);

    /** @param folder of what was made; it is made when it is needed */
    public ResultCache(Path folder) {
        this.folder = folder;
    }

    /** Makes room for what the next task reads and makes; what that task uses stays until the one after it. */
    void makeRoom() throws IOException {
        long pages =
                texts.values().stream().mapToLong(text -> text.pages().size()).sum();
        for (Iterator<DocumentText> oldest = texts.values().iterator(); pages > MOST_PAGES && oldest.hasNext(); ) {
            pages -= oldest.next().pages().size();
            oldest.remove();
        }
        long bytes =
                made.values().stream().mapToLong(kept -> kept.product().size()).sum();
        Iterator<Kept> oldest = made.values().iterator();
        while ((bytes > MOST_BYTES || made.size() > MOST_MADE) && oldest.hasNext()) {
            Kept kept = oldest.next();
            bytes -= kept.product().size();
            Files.deleteIfExists(kept.file());
            oldest.remove();
        }
    }

    Optional<DocumentText> findText(String sha256, FileType type, ReadingOptions wish) {
        return Optional.ofNullable(texts.get(new Text(sha256, type, wish)));
    }

    void keepText(String sha256, FileType type, ReadingOptions wish, DocumentText text) {
        texts.put(new Text(sha256, type, wish), text);
    }

    /**
     * @param of the hash of what it was made of
     * @param name of the document
     * @param wanted what was to be made, equal for the same wish
     */
    Optional<Kept> findMade(String of, String name, Object wanted) {
        return Optional.ofNullable(made.get(new Work(of, name, wanted))).filter(kept -> Files.exists(kept.file()));
    }

    /** Takes the file over; it lies elsewhere from then on. */
    Kept keepMade(String of, String name, Object wanted, StepOutput product, List<Reason> notes, Path file)
            throws IOException {
        Files.createDirectories(folder);
        Path place = folder.resolve(product.sha256());
        Files.move(file, place, StandardCopyOption.REPLACE_EXISTING);
        Kept kept = new Kept(product, notes, place);
        made.put(new Work(of, name, wanted), kept);
        return kept;
    }
}
