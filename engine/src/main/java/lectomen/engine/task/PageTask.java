package lectomen.engine.task;

import lectomen.engine.identify.FileType;

/**
 * A task for a worker: draw one page of a document, or return its words.
 *
 * @param id of the call; its answer carries it
 * @param page counted from 1
 * @param widthPixels of the picture; not looked at where words are wanted
 */
public record PageTask(
        int protocol, String id, ByteRef document, FileType type, int page, int widthPixels, Wanted wanted) {
    /** What of the page. */
    public enum Wanted {
        PICTURE,
        /** Its words with their places, read where it is a picture. */
        WORDS
    }
}
