package lectomen.service.workers;

import lectomen.engine.reason.Reason;
import lectomen.engine.task.PageAnswer;

/** The result of asking a worker for a page. */
public sealed interface PageResult {
    record Shown(PageAnswer page) implements PageResult {}

    record Not(Reason reason) implements PageResult {}
}
