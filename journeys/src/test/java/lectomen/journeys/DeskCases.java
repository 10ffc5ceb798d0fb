package lectomen.journeys;

import java.util.List;
import lectomen.journeys.EndpointCases.Case;

/** The calls of the desk, each with a bad answer: a token is nobody whom a rule asks. {@link DeskJourney} has the good ones. */
final class DeskCases {
    private static final String JSON_TYPE = "application/json";

    static final List<Case> ALL = List.of(
            Case.bad("desk.queue", "GET /desk", 401, "sign-in-needed", "signed in"),
            Case.bad("desk.queue", "GET /desk?kind=sleep", 400, "bad-request", "review or approval"),
            Case.bad("desk.queue", "GET /desk?limit=0", 400, "bad-request", "1 to 200"),
            Case.bad("desk.one", "GET /desk/77", 401, "sign-in-needed", "signed in"),
            Case.bad("desk.take", "POST /desk/77/take", 401, "sign-in-needed", "signed in"),
            Case.bad("desk.release", "POST /desk/77/release", 401, "sign-in-needed", "signed in"),
            asked("check"),
            asked("accept"),
            Case.bad("desk.undo", "POST /desk/77/undo", 401, "sign-in-needed", "signed in"),
            asked("approve"),
            asked("reject"),
            Case.bad("desk.sendBack", "POST /desk/77/send-back", 401, "sign-in-needed", "signed in")
                    .with(JSON_TYPE, "{}"),
            asked("delegate"),
            asked("question"),
            Case.good("desk.figures", "GET /desk/figures", "\"asked\":[]"),
            Case.bad("desk.figures", "DELETE /desk/figures", 405, "bad-request", "DELETE"),
            Case.good("desk.corrections", "GET /desk/corrections?rule=tickets", "\"counted\":[]"),
            Case.bad("desk.corrections", "GET /desk/corrections", 400, "bad-request", "rule"));

    private DeskCases() {}

    private static Case asked(String deed) {
        return Case.bad("desk." + deed, "POST /desk/77/" + deed, 401, "sign-in-needed", "signed in")
                .with(JSON_TYPE, "{}");
    }
}
