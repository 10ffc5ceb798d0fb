package lectomen.engine.task;

import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.reason.Reason;

/**
 * A page as a worker draws it.
 *
 * @param reason why it can't be shown; all else is empty then
 * @param pages how many the document has
 * @param width of the page in {@code unit}, as boxes on it are measured
 * @param lines of plain text, each character in its own cell; empty where there is a picture
 * @param png empty for plain text
 * @param words with their places on the original page; empty unless they were asked for
 */
public record PageAnswer(
        String id,
        Optional<Reason> reason,
        int pages,
        double width,
        double height,
        Page.Unit unit,
        List<String> lines,
        byte[] png,
        List<PlacedWord> words) {
    /**
     * A word of a page.
     *
     * @param line which line it stands on, counted from 0 in reading order
     * @param others what it may be instead, the likeliest first
     */
    public record PlacedWord(String text, Box box, int line, double confidence, List<Word.Other> others) {}

    static PageAnswer not(PageTask task, Reason reason) {
        return new PageAnswer(
                task.id(), Optional.of(reason), 0, 0, 0, Page.Unit.POINT, List.of(), new byte[0], List.of());
    }
}
