package lectomen.engine.task;

import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import lectomen.engine.print.ticket.SheetLayout;
import org.jspecify.annotations.Nullable;

/**
 * A task for a worker: draw one page of a document, or return its words.
 *
 * @param id of the call; its answer carries it
 * @param page counted from 1
 * @param widthPixels of the picture; not looked at where words are wanted
 * @param region of the page to read from its picture; null for the whole page
 * @param sheets for the sides of sheets as they are printed; null for the pages themselves
 */
public record PageTask(
        int protocol,
        String id,
        ByteRef document,
        FileType type,
        int page,
        int widthPixels,
        Wanted wanted,
        @Nullable Box region,
        @Nullable SheetLayout sheets) {
    /** For a whole page. */
    public PageTask(
            int protocol, String id, ByteRef document, FileType type, int page, int widthPixels, Wanted wanted) {
        this(protocol, id, document, type, page, widthPixels, wanted, null, null);
    }

    Optional<SheetLayout> findSheets() {
        return Optional.ofNullable(sheets);
    }

    Optional<Box> findRegion() {
        return Optional.ofNullable(region);
    }

    /** What of the page. */
    public enum Wanted {
        PICTURE,
        /** Its words with their places, read where it is a picture. */
        WORDS
    }
}
