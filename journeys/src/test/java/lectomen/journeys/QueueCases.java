package lectomen.journeys;

import java.util.List;
import lectomen.journeys.EndpointCases.Case;

/** The calls about print queues. Nobody listens where the queue's printer should be. */
final class QueueCases {
    static final List<Case> ALL = List.of(
            Case.good("queues.list", "GET /queues", "\"queues\":["),
            Case.bad("queues.list", "DELETE /queues", 405, "bad-request", "DELETE"),
            Case.good("queues.show", "GET /queues/front-desk", "\"problem\":\"no connection\""),
            Case.bad("queues.show", "GET /queues/attic", 404, "no-such-connection", "attic"));

    private QueueCases() {}
}
