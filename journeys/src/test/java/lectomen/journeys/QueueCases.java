package lectomen.journeys;

import java.util.List;
import lectomen.journeys.EndpointCases.Case;

/** The calls about print queues. Nobody listens where the queue's printer should be. */
final class QueueCases {
    private QueueCases() {}

    /** @param print a document that is held in the queue */
    static List<Case> of(String print) {
        return List.of(
                Case.good("queues.list", "GET /queues", "\"queues\":["),
                Case.bad("queues.list", "DELETE /queues", 405, "bad-request", "DELETE"),
                Case.good("foundPrinters.search", "GET /found-printers", "\"printers\":["),
                Case.bad("foundPrinters.search", "POST /found-printers", 405, "bad-request", "POST"),
                Case.good("queues.show", "GET /queues/front-desk", "\"problem\":\"no connection\""),
                Case.bad("queues.show", "GET /queues/attic", 404, "no-such-connection", "attic"),
                Case.good("queues.prints", "GET /queues/front-desk/prints", "\"state\":\"held\""),
                Case.good("prints.print", "GET /prints/" + print, "poster.txt"),
                Case.good("prints.side", "GET /prints/" + print + "/sides/1", "\"pages\":1"),
                Case.good("prints.picture", "GET /prints/" + print + "/sides/1/picture?width=120", "PNG"),
                Case.good("prints.change", "PUT /prints/" + print + "/ticket", "\"copies\":\"2\"")
                        .with("application/json", "{\"ticket\":{\"copies\":\"2\"}}"),
                Case.bad("prints.change", "PUT /prints/" + print + "/ticket", 400, "bad-request", "unknown word colour")
                        .with("application/json", "{\"ticket\":{\"colour\":\"red\"}}"),
                Case.good("prints.act", "POST /prints/" + print + "/last", "").answering(204),
                Case.bad("prints.act", "POST /prints/" + print + "/again", 409, "wrong-state", "it is held"),
                Case.bad("prints.act", "POST /prints/" + print + "/burn", 400, "bad-request", "unknown action burn"),
                Case.good("queues.order", "PUT /queues/front-desk/order", "")
                        .with("application/json", "{\"prints\":[\"" + print + "\"]}")
                        .answering(204),
                Case.bad("queues.prints", "GET /queues/attic/prints", 404, "no-such-connection", "attic"),
                Case.bad("queues.prints", "GET /queues/front-desk/prints?most=0", 400, "bad-request", "1 to 1000"),
                Case.bad("queues.order", "PUT /queues/front-desk/order", 404, "no-such-effect", "1-e99")
                        .with("application/json", "{\"prints\":[\"1-e99\"]}"),
                Case.bad("queues.order", "PUT /queues/front-desk/order", 400, "bad-request", "each once")
                        .with("application/json", "{}"),
                Case.bad("prints.print", "GET /prints/1-e99", 404, "no-such-effect", "1-e99"),
                Case.bad("prints.act", "POST /prints/1-e99/hold", 404, "no-such-effect", "1-e99"),
                Case.bad("prints.change", "PUT /prints/1-e99/ticket", 404, "no-such-effect", "1-e99")
                        .with("application/json", "{}"),
                Case.bad("prints.side", "GET /prints/1-e99/sides/1", 404, "no-such-effect", "1-e99"),
                Case.bad("prints.picture", "GET /prints/1-e99/sides/1/picture", 404, "no-such-effect", "1-e99"),
                Case.good("printReport.report", "GET /print-report", "\"lines\":[]"),
                Case.bad(
                        "printReport.report",
                        "GET /print-report?first=2027-03-02&last=2027-03-01",
                        400,
                        "bad-request",
                        "after last"),
                Case.good(
                        "printReport.file", "GET /print-report/file", "queue,rule,from,sender,documents,copies,sheets"),
                Case.bad("printReport.file", "GET /print-report/file?last=tomorrow", 400, "bad-request", "last"));
    }
}
