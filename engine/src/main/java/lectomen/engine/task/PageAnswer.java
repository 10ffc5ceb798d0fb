package lectomen.engine.task;

import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Page;
import lectomen.engine.reason.Reason;

/**
 * A page as a worker shows it.
 *
 * @param reason why it can't be shown; all else is empty then
 * @param pages how many the document has
 * @param width of the page in {@code unit}, as boxes on it are measured
 * @param lines of plain text, each sign in its own cell; empty where there is a picture
 * @param png empty for plain text
 */
public record PageAnswer(
        String id,
        Optional<Reason> reason,
        int pages,
        double width,
        double height,
        Page.Unit unit,
        List<String> lines,
        byte[] png) {
    static PageAnswer not(PageTask task, Reason reason) {
        return new PageAnswer(task.id(), Optional.of(reason), 0, 0, 0, Page.Unit.POINT, List.of(), new byte[0]);
    }
}
