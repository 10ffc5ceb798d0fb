package lectomen.engine.step.each;

import java.util.Optional;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.step.Step;

/**
 * Makes documents out of one.
 *
 * @param of the output that is taken apart
 * @param pages that are wanted
 * @param pagesEach how many go into a document
 * @param nameLike of the files that are wanted; empty for all
 */
public record EachStep(What what, String of, PageChoice pages, int pagesEach, Optional<String> nameLike, int line)
        implements Step {
    /** What each of the new documents is. */
    public enum What {
        /** Pages of a document. */
        PAGE,
        /** A file of an archive. */
        FILE
    }

    @Override
    public boolean mayWait() {
        return true;
    }
}
