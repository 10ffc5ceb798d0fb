package lectomen.service.workers;

import lectomen.engine.reason.Reason;
import lectomen.engine.task.PageAnswer;

/** What came of asking a worker for a page. */
public sealed interface Showing {
    record Shown(PageAnswer page) implements Showing {}

    record Not(Reason reason) implements Showing {}
}
