package lectomen.journeys;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/**
 * The table of calls, each with a good and a bad answer.
 *
 * @param filed and the others: jobs in that state
 * @param doubt an effect in doubt
 * @param folder a destination
 */
record EndpointCases(
        String filed,
        String failed,
        String held,
        String picture,
        String made,
        String drawn,
        String welcome,
        String source,
        String folder,
        String doubt,
        String waiting) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String TEXT = "text/plain; charset=utf-8";
    private static final String BYTES = "application/octet-stream";
    private static final String JSON_TYPE = "application/json";
    private static final String PASSWORD = "the tide turns at nine";
    private static final String SLIP = "Slip no: 4411\n";
    private static final String DOCUMENT = sha256(SLIP);
    private static final String COUNTER = "lectomen: 1\npart: readings\ncounter: { width: 3 }\n";
    private static final String PART = "lectomen: 1\npart: texts\naccept: [text]\n";

    /**
     * One call.
     *
     * @param call as the description names it
     * @param type of the body; empty for no body
     * @param code of the problem; empty for a good answer
     * @param shows what the answer must contain
     */
    record Case(
            String call, String method, String path, String type, String body, int status, String code, String shows) {
        static Case good(String call, String request, String shows) {
            String[] parts = request.split(" ", 2);
            return new Case(call, parts[0], parts[1], "", "", 200, "", shows);
        }

        static Case bad(String call, String request, int status, String code, String shows) {
            String[] parts = request.split(" ", 2);
            return new Case(call, parts[0], parts[1], "", "", status, code, shows);
        }

        Case with(String newType, String newBody) {
            return new Case(call, method, path, newType, newBody, status, code, shows);
        }

        Case answering(int newStatus) {
            return new Case(call, method, path, type, body, newStatus, code, shows);
        }
    }

    private static String sha256(String text) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    List<Case> all() {
        return Stream.of(ofTheRest(), PeopleCases.ALL, DeskCases.ALL)
                .flatMap(List::stream)
                .toList();
    }

    private List<Case> ofTheRest() {
        String form = "--x\r\nContent-Disposition: form-data; name=\"file\"; filename=\"t.txt\"\r\n\r\n"
                + Rules.ticket("T-0009") + "\r\n--x--\r\n";
        return List.of(
                Case.good("status.status", "GET /status", "keepFreeBytes"),
                Case.bad("status.status", "DELETE /status", 405, "bad-request", "DELETE"),
                Case.good("status.metrics", "GET /metrics", "lectomen_jobs{rule=\"tickets\",state=\"filed\"}"),
                Case.bad("status.metrics", "POST /metrics", 405, "bad-request", "POST"),
                Case.good("description.description", "GET /openapi.json", "jobs.list"),
                Case.bad("description.description", "PUT /openapi.json", 405, "bad-request", "PUT"),
                Case.good("health.live", "GET /health/live", "live"),
                Case.bad("health.live", "POST /health/live", 405, "bad-request", "POST"),
                Case.good("health.ready", "GET /health/ready", "ready"),
                Case.bad("health.ready", "POST /health/ready", 405, "bad-request", "POST"),
                Case.good("jobs.list", "GET /jobs?state=filed&order=changed&limit=5", filed),
                Case.bad("jobs.list", "GET /jobs?folder=/nowhere", 400, "bad-request", "no file ever came from"),
                Case.bad("jobs.list", "GET /jobs?state=lost", 400, "bad-request", "unmatched"),
                Case.bad("jobs.list", "GET /jobs?order=best", 400, "bad-request", "oldest"),
                Case.bad("jobs.list", "GET /jobs?cursor=nowhere", 400, "bad-request", "nowhere"),
                Case.bad("jobs.list", "GET /jobs?since=yesterday", 400, "bad-request", "since"),
                Case.good("jobs.show", "GET /jobs/" + filed, "T-0001"),
                Case.good("evidence.evidence", "GET /jobs/" + filed + "/evidence", "\"decisions\":[]"),
                Case.bad("evidence.evidence", "GET /jobs/9-9/evidence", 404, "no-such-job", "9-9"),
                Case.good("evidence.file", "GET /jobs/" + filed + "/evidence/file", "%PDF-1.7"),
                Case.bad("evidence.file", "GET /jobs/9-9/evidence/file", 404, "no-such-job", "9-9"),
                Case.bad("jobs.show", "GET /jobs/1-77", 404, "no-such-job", "1-77"),
                Case.good("jobs.retry", "POST /jobs/" + failed + "/retry", failed),
                Case.bad("jobs.retry", "POST /jobs/" + filed + "/retry", 409, "wrong-state", "is filed"),
                Case.good("jobs.priority", "POST /jobs/" + filed + "/priority?priority=70", "\"priority\":70"),
                Case.bad(
                        "jobs.priority",
                        "POST /jobs/" + filed + "/priority?priority=0",
                        400,
                        "bad-request",
                        "1 to 100"),
                Case.good("jobs.hold", "POST /jobs/" + waiting + "/hold", "held"),
                Case.good("jobs.release", "POST /jobs/" + waiting + "/release", waiting),
                Case.good("jobs.goOn", "POST /jobs/" + waiting + "/continue", waiting),
                Case.bad(
                        "jobs.goOn",
                        "POST /jobs/" + filed + "/continue",
                        409,
                        "wrong-state",
                        "does not wait for a time"),
                Case.bad("jobs.hold", "POST /jobs/" + filed + "/hold", 409, "wrong-state", "can't be held"),
                Case.bad("jobs.release", "POST /jobs/" + filed + "/release", 409, "wrong-state", "can't be released"),
                Case.good("jobs.cancel", "POST /jobs/" + held + "/cancel", "cancelled"),
                Case.bad("jobs.cancel", "POST /jobs/" + filed + "/cancel", 409, "wrong-state", "is filed"),
                Case.good("jobs.runAgain", "POST /jobs/" + filed + "/run-again", filed),
                Case.bad("jobs.runAgain", "POST /jobs/1-77/run-again", 404, "no-such-job", "1-77"),
                Case.bad("jobs.move", "POST /jobs/" + held + "/move?rule=none", 404, "no-such-rule", "none"),
                Case.good("jobs.move", "POST /jobs/" + held + "/move?rule=tickets", held),
                Case.good("jobs.file", "POST /jobs/" + failed + "/file", failed)
                        .with(JSON_TYPE, "{\"in\": \"archive\", \"under\": \"By hand\", \"name\": \"{file name}\"}"),
                Case.bad("jobs.file", "POST /jobs/" + failed + "/file", 400, "bad-request", "there are archive")
                        .with(JSON_TYPE, "{\"in\": \"attic\", \"name\": \"a\"}"),
                Case.bad("jobs.file", "POST /jobs/" + failed + "/file", 400, "bad-request", "asks for {berth}")
                        .with(JSON_TYPE, "{\"in\": \"archive\", \"name\": \"{berth}\"}"),
                Case.bad(
                                "jobs.file",
                                "POST /jobs/" + failed + "/file",
                                400,
                                "bad-request",
                                "number it, replace own, leave")
                        .with(JSON_TYPE, "{\"in\": \"archive\", \"name\": \"a\", \"whenTaken\": \"burn\"}"),
                Case.good("effects.settle", "POST /effects/" + doubt + "/settle", "")
                        .with(JSON_TYPE, "{\"as\": \"done\"}")
                        .answering(204),
                Case.bad("effects.settle", "POST /effects/1-e77/settle", 404, "no-such-effect", "1-e77")
                        .with(JSON_TYPE, "{\"as\": \"done\"}"),
                Case.bad("effects.settle", "POST /effects/1-e1/settle", 409, "wrong-state", "not in doubt")
                        .with(JSON_TYPE, "{\"as\": \"done\"}"),
                Case.bad("effects.settle", "POST /effects/1-e1/settle", 400, "bad-request", "done, repeat or leave")
                        .with(JSON_TYPE, "{\"as\": \"perhaps\"}"),
                Case.good("connections.list", "GET /connections", "archive"),
                Case.bad("connections.list", "DELETE /connections", 405, "bad-request", "DELETE"),
                Case.good("connections.contents", "GET /connections/archive/contents", "\"more\":false"),
                Case.bad(
                        "connections.contents",
                        "GET /connections/archive/contents?folder=no/such",
                        400,
                        "bad-request",
                        "no folder"),
                Case.bad(
                        "connections.contents",
                        "GET /connections/archive/contents?folder=../..",
                        503,
                        "unreachable",
                        "leads out"),
                Case.good("effects.verify", "GET /effects/1-e1/verify", "replaced or withdrawn since"),
                Case.bad("effects.verify", "GET /effects/1-e77/verify", 404, "no-such-effect", "1-e77"),
                Case.good("connections.kinds", "GET /connections/kinds", "An absolute path"),
                Case.bad("connections.kinds", "PUT /connections/kinds", 405, "bad-request", "PUT"),
                Case.good("connections.pause", "POST /connections/archive/pause", "pausedSince"),
                Case.bad("connections.pause", "POST /connections/attic/pause", 404, "no-such-connection", "attic"),
                Case.good("connections.resume", "POST /connections/archive/resume", "archive"),
                Case.bad("connections.resume", "POST /connections/attic/resume", 404, "no-such-connection", "attic"),
                Case.good("connections.limit", "POST /connections/archive/limit?atOnce=4", "\"atOnce\":4"),
                Case.bad(
                        "connections.limit",
                        "POST /connections/archive/limit?atOnce=0",
                        400,
                        "bad-request",
                        "1 to 100"),
                Case.good("pages.output", "GET /jobs/" + filed + "/outputs/main", "HARBOUR TICKET"),
                Case.bad("pages.output", "GET /jobs/" + filed + "/outputs/none", 404, "no-such-page", "no output"),
                Case.good("jobs.note", "POST /jobs/" + filed + "/notes", "Asked the ferry office")
                        .with("application/json", "{\"text\": \"Asked the ferry office.\"}")
                        .answering(201),
                Case.bad("jobs.note", "POST /jobs/" + filed + "/notes", 400, "bad-request", "1 to 4000")
                        .with("application/json", "{\"text\": \" \"}"),
                Case.good("jobActions.many", "POST /job-actions/retry?state=failed&dry=true", "\"matched\""),
                Case.bad("jobActions.many", "POST /job-actions/retry", 400, "bad-request", "select jobs by"),
                Case.bad("jobActions.many", "POST /job-actions/burn?state=failed", 400, "bad-request", "run-again"),
                Case.good("jobActions.file", "POST /job-actions/file?state=failed&dry=true", "\"matched\"")
                        .with(JSON_TYPE, "{\"in\": \"archive\", \"name\": \"{file name}\"}"),
                Case.bad("jobActions.file", "POST /job-actions/file?state=failed", 400, "bad-request", "empty pattern")
                        .with(JSON_TYPE, "{\"in\": \"archive\"}"),
                Case.good("ledger.entries", "GET /ledger?limit=3&after=2", "\"next\":5"),
                Case.bad("ledger.entries", "GET /ledger?limit=0", 400, "bad-request", "limit"),
                Case.good("ledger.check", "GET /ledger/check", "\"whole\":true"),
                Case.bad("ledger.check", "POST /ledger/check", 405, "bad-request", "POST"),
                Case.good("retention.due", "GET /retention", "due"),
                Case.bad("retention.due", "DELETE /retention", 405, "bad-request", "DELETE"),
                Case.good("retention.run", "POST /retention/run", "due"),
                Case.bad("retention.run", "GET /retention/run", 405, "bad-request", "GET"),
                Case.good("sources.list", "GET /sources", "inbox/tickets"),
                Case.bad("sources.list", "DELETE /sources", 405, "bad-request", "DELETE"),
                Case.good("sources.show", "GET /sources/" + source, "Takes text files from"),
                Case.bad("sources.show", "GET /sources/99", 404, "no-such-source", "99"),
                Case.good("sources.test", "POST /sources/test?name=t.txt", "after reading"),
                Case.bad("sources.test", "POST /sources/test?name=", 400, "bad-request", "QUAY7-plan.dxf"),
                Case.bad("sources.test", "POST /sources/test?name=t.txt", 422, "bad-rule", "problems")
                        .with(TEXT, "lectomen: 2"),
                Case.good("sources.pause", "POST /sources/" + source + "/pause", "source.paused"),
                Case.bad("sources.pause", "POST /sources/99/pause", 404, "no-such-source", "99"),
                Case.good("sources.resume", "POST /sources/" + source + "/resume", "inbox/tickets"),
                Case.bad("sources.resume", "POST /sources/99/resume", 404, "no-such-source", "99"),
                Case.good("sources.run", "POST /sources/" + source + "/run", "asked for"),
                Case.bad("sources.run", "POST /sources/99/run", 404, "no-such-source", "99"),
                Case.good("intake.pause", "POST /intake/pause", "All intake was paused"),
                Case.bad("intake.pause", "GET /intake/pause", 405, "bad-request", "GET"),
                Case.good("folders.moved", "POST /folders/moved", "\"moved\":false")
                        .with(JSON_TYPE, JSON.writeValueAsString(Map.of("folder", folder))),
                Case.bad(
                                "folders.moved",
                                "POST /folders/moved",
                                400,
                                "bad-request",
                                "is not a known hot folder or destination")
                        .with(JSON_TYPE, "{\"folder\":\"/nowhere\"}"),
                Case.good("intake.resume", "POST /intake/resume", "{}"),
                Case.bad("intake.resume", "GET /intake/resume", 405, "bad-request", "GET"),
                Case.good("today.today", "GET /today", "\"stretchMinutes\":10"),
                Case.bad("today.today", "DELETE /today", 405, "bad-request", "DELETE"),
                Case.good("today.days", "GET /days?back=3", "\"cameIn\":6"),
                Case.bad("today.days", "GET /days?back=0", 400, "bad-request", "1 to 60"),
                Case.good("report.report", "GET /report?period=week&date=2027-03-03", "\"first\":\"2027-03-01\""),
                Case.bad("report.report", "GET /report?period=year", 400, "bad-request", "day or week"),
                Case.good("report.file", "GET /report/file?format=csv&date=2027-03-03", "period,from,rule"),
                Case.bad("report.file", "GET /report/file?date=yesterday", 400, "bad-request", "such as 2027-03-01"),
                Case.good("welcome.link", "POST /welcome-links", "/welcome#"),
                Case.bad("welcome.link", "GET /welcome-links", 405, "bad-request", "GET"),
                Case.good("welcome.purpose", "POST /welcome/purpose", "\"good\":true")
                        .with(JSON_TYPE, "{\"code\": \"" + welcome + "\"}"),
                Case.bad("welcome.purpose", "GET /welcome/purpose", 405, "bad-request", "GET"),
                Case.bad("welcome.welcome", "POST /welcome", 422, "bad-person", "at least 10")
                        .with(JSON_TYPE, person(welcome, "Tess Quill", "short")),
                Case.good("welcome.welcome", "POST /welcome", "Tess Quill")
                        .with(JSON_TYPE, person(welcome, "Tess Quill", PASSWORD)),
                Case.bad("welcome.welcome", "POST /welcome", 410, "link-used-up", "Ask an administrator")
                        .with(JSON_TYPE, person(welcome, "Tess Quill", PASSWORD).replace("tess", "tess2")),
                Case.good("session.signIn", "POST /session", "forgeryToken")
                        .with(JSON_TYPE, "{\"signIn\": \"Tess\", \"password\": \"" + PASSWORD + "\"}"),
                Case.bad("session.signIn", "POST /session", 401, "not-signed-in", "Wrong sign-in name")
                        .with(JSON_TYPE, "{\"signIn\": \"tess\", \"password\": \"wrong\"}"),
                Case.good("session.show", "GET /session", "\"peopleKnown\":true"),
                Case.bad("session.show", "PUT /session", 405, "bad-request", "PUT"),
                Case.good("session.signOut", "DELETE /session", "").answering(204),
                Case.bad("session.signOut", "PATCH /session", 405, "bad-request", "PATCH"),
                Case.bad("session.prove", "POST /session/proof", 401, "sign-in-needed", "signed in")
                        .with(JSON_TYPE, "{\"password\": \"the gulls are loud\"}"),
                Case.bad("session.changePassword", "PUT /session/password", 401, "sign-in-needed", "signed in")
                        .with(JSON_TYPE, "{}"),
                Case.good("ledger.search", "GET /ledger/search?event=job.&limit=5", "job."),
                Case.bad("ledger.search", "GET /ledger/search?limit=0", 400, "bad-request", "1 to 10000"),
                Case.good("ledger.export", "GET /ledger/export?subject=rule%20tickets", "number,time,who,event"),
                Case.good("ledger.export", "GET /ledger/export?format=json&subject=rule%20tickets", "[\n{\"seq\":"),
                Case.bad("ledger.export", "GET /ledger/export?format=xml", 400, "bad-request", "csv or json"),
                Case.bad("ledger.export", "GET /ledger/export?since=soon", 400, "bad-request", "since"),
                Case.good("jobActions.named", "POST /job-actions/retry/jobs?dry=true", "\"matched\":1")
                        .with(JSON_TYPE, "{\"ids\": [\"" + filed + "\"]}"),
                Case.bad("jobActions.named", "POST /job-actions/dance/jobs", 400, "bad-request", "unknown action")
                        .with(JSON_TYPE, "{\"ids\": [\"" + filed + "\"]}"),
                Case.good("session.people", "GET /people", "person 1"),
                Case.bad("session.people", "DELETE /people", 405, "bad-request", "DELETE"),
                Case.good("pages.page", "GET /jobs/" + filed + "/pages/1", "HARBOUR TICKET"),
                Case.good("pages.page", "GET /jobs/" + filed + "/pages/9", "page.broken"),
                Case.bad("pages.page", "GET /jobs/1-77/pages/1", 404, "no-such-job", "1-77"),
                Case.good("pages.words", "GET /jobs/" + filed + "/pages/1/words", "\"text\":\"HARBOUR\""),
                Case.bad("pages.words", "GET /jobs/1-77/pages/1/words", 404, "no-such-job", "1-77"),
                Case.good("pages.picture", "GET /jobs/" + picture + "/pages/1/picture?width=200", "PNG"),
                Case.bad("pages.picture", "GET /jobs/" + filed + "/pages/1/picture", 404, "no-such-page", "page 1"),
                Case.bad(
                        "pages.picture",
                        "GET /jobs/" + picture + "/pages/1/picture?width=9",
                        400,
                        "bad-request",
                        "100 to 3000"),
                Case.good("pages.original", "GET /jobs/" + filed + "/original", "HARBOUR TICKET"),
                Case.bad("pages.original", "GET /jobs/1-77/original", 404, "no-such-job", "1-77"),
                Case.good("rules.list", "GET /rules", "tickets"),
                Case.bad("rules.list", "DELETE /rules", 405, "bad-request", "DELETE"),
                Case.good("rules.show", "GET /rules/tickets", "TICKET"),
                Case.bad("rules.show", "GET /rules/none", 404, "no-such-rule", "none"),
                Case.good("rules.check", "POST /rules/check", "\"good\":true")
                        .with(TEXT, Rules.keepName("checked", "")),
                Case.bad("rules.check", "POST /rules/check", 400, "bad-request", "request"),
                Case.good("rules.add", "POST /rules", "drafted")
                        .with(TEXT, Rules.keepName("drafted", ""))
                        .answering(201),
                Case.bad("rules.add", "POST /rules", 422, "bad-rule", "line 1").with(TEXT, "rule: ["),
                Case.good("rules.live", "POST /rules/drafted/live?existing=leave", "\"state\":\"live\""),
                Case.good("rules.rename", "POST /rules/drafted/rename?to=written", "written"),
                Case.bad("rules.rename", "POST /rules/written/rename?to=tickets", 409, "rename", "already"),
                Case.bad("rules.rename", "POST /rules/none/rename?to=some", 404, "no-such-rule", "none"),
                Case.good("rules.rename", "POST /rules/written/rename?to=drafted", "drafted"),
                Case.good("rules.contacts", "GET /rules/tickets/contacts", "\"contacts\":[]"),
                Case.bad("rules.contacts", "GET /rules/none/contacts", 404, "no-such-rule", "none"),
                Case.good("rules.pending", "GET /rules/drafted/pending", "notReached"),
                Case.bad("rules.pending", "GET /rules/none/pending", 404, "no-such-rule", "none"),
                Case.bad("rules.live", "POST /rules/drafted/live?existing=newer", 400, "bad-request", "newerThan"),
                Case.bad(
                        "rules.live",
                        "POST /rules/drafted/live?existing=burn",
                        400,
                        "bad-request",
                        "take, leave or newer"),
                Case.good("rules.pause", "POST /rules/drafted/pause", "paused"),
                Case.bad("rules.pause", "POST /rules/none/pause", 404, "no-such-rule", "none"),
                Case.good("rules.schema", "GET /rules/schema", "json-schema.org"),
                Case.bad("rules.schema", "DELETE /rules/schema", 405, "bad-request", "DELETE"),
                Case.good("rules.versions", "GET /rules/tickets/versions", "\"version\":1"),
                Case.bad("rules.versions", "GET /rules/none/versions", 404, "no-such-rule", "none"),
                Case.good("rules.version", "GET /rules/tickets/versions/1", "rule: tickets"),
                Case.bad("rules.version", "GET /rules/tickets/versions/9", 404, "no-such-rule", "tickets"),
                Case.good("rules.difference", "GET /rules/tickets/difference?from=1&to=1", "\"lines\":[]"),
                Case.bad("rules.difference", "GET /rules/tickets/difference?to=7", 404, "no-such-rule", "tickets"),
                Case.good("rules.restore", "POST /rules/drafted/restore?to=1", "drafted")
                        .answering(201),
                Case.bad("rules.restore", "POST /rules/drafted/restore?to=8", 404, "no-such-rule", "drafted"),
                Case.good("samples.keep", "POST /rules/tickets/samples", "archive/tickets/T-0009.txt")
                        .with("multipart/form-data; boundary=x", form)
                        .answering(201),
                Case.bad("samples.keep", "POST /rules/none/samples", 404, "no-such-rule", "none")
                        .with("multipart/form-data; boundary=x", form),
                Case.good("samples.list", "GET /rules/tickets/samples", "t.txt"),
                Case.bad("samples.list", "GET /rules/none/samples", 404, "no-such-rule", "none"),
                Case.good("samples.file", "GET /rules/tickets/samples/t.txt", "T-0009"),
                Case.bad("samples.file", "GET /rules/tickets/samples/u.txt", 400, "bad-request", "no sample"),
                Case.good("samples.run", "POST /rules/tickets/samples/run", "\"differences\":[]"),
                Case.bad("samples.run", "POST /rules/none/samples/run", 404, "no-such-rule", "none"),
                Case.good("samples.forget", "DELETE /rules/tickets/samples/t.txt", "")
                        .answering(204),
                Case.bad("samples.forget", "DELETE /rules/tickets/samples/t.txt", 400, "bad-request", "no sample"),
                Case.good("lookups.put", "PUT /lookups/vessels", "\"rows\":1").with(TEXT, "a,b\n1,2\n"),
                Case.bad("lookups.put", "PUT /lookups/vessels", 400, "bad-request", "line 2 has 1 value")
                        .with(TEXT, "a,b\n1\n"),
                Case.bad("lookups.put", "PUT /lookups/Big%20Ships", 400, "bad-request", "lower-case letters")
                        .with(TEXT, "a,b\n1,2\n"),
                Case.good("lookups.list", "GET /lookups", "vessels"),
                Case.bad("lookups.list", "POST /lookups", 405, "bad-request", "POST"),
                Case.good("lookups.show", "GET /lookups/vessels", "1,2"),
                Case.bad("lookups.show", "GET /lookups/none", 404, "no-such-lookup", "none"),
                Case.good("lookups.rows", "GET /lookups/vessels/rows?most=1", "[[\"1\",\"2\"]]"),
                Case.bad("lookups.rows", "GET /lookups/none/rows", 404, "no-such-lookup", "none"),
                Case.good("lookups.remove", "DELETE /lookups/vessels", "").answering(204),
                Case.bad("lookups.remove", "DELETE /lookups/vessels", 404, "no-such-lookup", "vessels"),
                Case.good("parts.write", "POST /parts?reason=first", "accept set")
                        .with(TEXT, PART),
                Case.bad("parts.write", "POST /parts", 422, "bad-rule", "did you mean")
                        .with(TEXT, PART.replace("[text]", "[pdff]")),
                Case.good("parts.list", "GET /parts", "texts"),
                Case.bad("parts.list", "PUT /parts", 405, "bad-request", "PUT"),
                Case.good("parts.show", "GET /parts/texts", "[text]"),
                Case.bad("parts.show", "GET /parts/none", 404, "no-such-part", "none"),
                Case.good("parts.schema", "GET /parts/schema", "json-schema.org"),
                Case.bad("parts.schema", "PUT /parts/schema", 405, "bad-request", "PUT"),
                Case.good("parts.compare", "POST /parts/compare", "\"known\":true")
                        .with(TEXT, PART),
                Case.bad("parts.compare", "POST /parts/compare", 422, "bad-rule", "holds one of")
                        .with(TEXT, "lectomen: 1\npart: a\n"),
                Case.good("rules.compare", "POST /rules/compare", "\"known\":false")
                        .with(TEXT, Rules.keepName("unknown", "")),
                Case.bad("rules.compare", "POST /rules/compare", 400, "bad-request", "has no rule id")
                        .with(TEXT, "a: b"),
                Case.good("parts.remove", "DELETE /parts/texts", "").answering(204),
                Case.bad("parts.remove", "DELETE /parts/texts", 404, "no-such-part", "texts"),
                Case.good("parts.write", "POST /parts", "counter").with(TEXT, COUNTER),
                Case.good("counters.list", "GET /counters", "readings"),
                Case.bad("counters.list", "PUT /counters", 405, "bad-request", "PUT"),
                Case.good("counters.set", "POST /counters/readings/set?next=7&reason=paper", "\"next\":7"),
                Case.bad(
                        "counters.set",
                        "POST /counters/readings/set?next=7&reason=%20",
                        409,
                        "counter",
                        "needs a reason"),
                Case.bad("counters.set", "POST /counters/none/set?next=7&reason=x", 404, "no-such-part", "none"),
                Case.good("counters.changes", "GET /counters/readings/changes", "paper"),
                Case.bad("counters.changes", "GET /counters/none/changes", 404, "no-such-part", "none"),
                Case.good("secrets.put", "PUT /secrets/mail", "\"version\":1").with(TEXT, PASSWORD),
                Case.bad("secrets.put", "PUT /secrets/Mail", 400, "bad-request", "lower-case letters")
                        .with(TEXT, PASSWORD),
                Case.good("secrets.list", "GET /secrets", "mail"),
                Case.bad("secrets.list", "POST /secrets", 405, "bad-request", "POST"),
                Case.good("secrets.remove", "DELETE /secrets/mail", "").answering(204),
                Case.bad("secrets.remove", "DELETE /secrets/mail", 404, "no-such-secret", "mail"),
                Case.good("trialDocuments.keep", "POST /trials/documents", DOCUMENT)
                        .with(BYTES, SLIP)
                        .answering(201),
                Case.bad("trialDocuments.keep", "POST /trials/documents", 415, "bad-request", "application/json")
                        .with(JSON_TYPE, "{}"),
                Case.good("trialDocuments.page", "GET /trials/documents/" + DOCUMENT + "/pages/1", "Slip no: 4411"),
                Case.bad("trialDocuments.page", "GET /trials/documents/none/pages/1", 404, "no-such-page", "none"),
                Case.good("trialDocuments.words", "GET /trials/documents/" + DOCUMENT + "/pages/1/words", "4411"),
                Case.bad(
                        "trialDocuments.words",
                        "GET /trials/documents/none/pages/1/words",
                        404,
                        "no-such-page",
                        "none"),
                Case.good("trialDocuments.picture", "GET /trials/documents/" + drawn + "/pages/1/picture", "PNG"),
                Case.bad(
                        "trialDocuments.picture",
                        "GET /trials/documents/" + DOCUMENT + "/pages/1/picture",
                        404,
                        "no-such-page",
                        DOCUMENT),
                Case.good("rules.outlook", "GET /rules/tickets/outlook", "\"exists\":true"),
                Case.bad("rules.outlook", "GET /rules/none/outlook", 404, "no-such-rule", "none"),
                Case.good("startingPoints.list", "GET /starting-points", "Drawing sets that replace themselves"),
                Case.bad("startingPoints.list", "POST /starting-points", 405, "bad-request", "POST"),
                Case.good("parameters.list", "GET /parameters", "\"name\":\"inbox\""),
                Case.bad("parameters.list", "POST /parameters", 405, "bad-request", "POST"),
                Case.good("trialOutputs.output", "GET /trials/outputs/" + made, "%PDF-1.7"),
                Case.bad("trialOutputs.output", "GET /trials/outputs/none", 404, "no-such-page", "No trial"),
                Case.good("trialOutputs.page", "GET /trials/outputs/" + made + "/pages/1", "\"width\":200"),
                Case.bad("trialOutputs.page", "GET /trials/outputs/none/pages/1", 404, "no-such-page", "No trial"),
                Case.good("trialOutputs.picture", "GET /trials/outputs/" + made + "/pages/1/picture", "PNG"),
                Case.bad(
                        "trialOutputs.picture",
                        "GET /trials/outputs/" + made + "/pages/1/picture?width=9",
                        400,
                        "bad-request",
                        "from 100 to 3000"),
                Case.good("trials.data", "POST /trials/data?expression=//n", "/a[1]/n[1]")
                        .with(BYTES, "<a><n>7</n></a>"),
                Case.bad("trials.data", "POST /trials/data?expression=/n&form=yaml", 400, "bad-request", "xml, json")
                        .with(BYTES, "n: 7"),
                Case.good("proposals.propose", "POST /proposals", "{ pattern: 'T-\\\\d{4}', right of: Number }")
                        .with(JSON_TYPE, pointedAt(filed, 8)),
                Case.bad("proposals.propose", "POST /proposals", 404, "no-such-job", "1-77")
                        .with(JSON_TYPE, pointedAt("1-77", 8)),
                Case.bad("proposals.propose", "POST /proposals", 400, "bad-request", "1 to 12 documents")
                        .with(JSON_TYPE, "{\"documents\": []}"),
                Case.bad("proposals.propose", "POST /proposals", 400, "bad-request", "where the value is")
                        .with(JSON_TYPE, "{\"documents\": [{\"job\": \"" + filed + "\"}]}"),
                Case.good(
                        "pages.readThere",
                        "GET /jobs/" + filed + "/pages/1/text?left=0&top=0&width=80&height=9",
                        "T-0001"),
                Case.bad(
                        "pages.readThere",
                        "GET /jobs/" + filed + "/pages/1/text?left=0&top=0&width=0&height=9",
                        400,
                        "bad-request",
                        "above 0"),
                Case.good("comparisons.compare", "POST /comparisons", "\"kind\":\"folder\"")
                        .with(JSON_TYPE, "{\"job\": \"" + filed + "\"}"),
                Case.bad("comparisons.compare", "POST /comparisons", 404, "no-such-job", "1-77")
                        .with(JSON_TYPE, "{\"job\": \"1-77\"}"),
                Case.bad("comparisons.compare", "POST /comparisons", 422, "bad-rule", "needs \\\"from:")
                        .with(JSON_TYPE, "{\"job\": \"" + filed + "\", \"text\": \"rule: x\"}"),
                Case.good("rules.retire", "POST /rules/drafted/retire", "retired"),
                Case.bad("rules.retire", "POST /rules/none/retire", 404, "no-such-rule", "none"),
                Case.good("rules.order", "POST /rules/order", "drafted")
                        .with(JSON_TYPE, "{\"ids\": [\"drafted\", \"tickets\", \"waits\"]}"),
                Case.bad("rules.order", "POST /rules/order", 400, "bad-request", "every rule once")
                        .with(JSON_TYPE, "{\"ids\": [\"drafted\"]}"),
                Case.good("arrivals.upload", "POST /uploads?name=again.txt", "\"job\"")
                        .with(BYTES, "HARBOUR TICKET")
                        .answering(202),
                Case.bad("arrivals.upload", "POST /uploads?name=a.txt&rule=none", 404, "no-such-rule", "none")
                        .with(BYTES, "a"),
                Case.good("trials.trial", "POST /trials?rule=tickets", "T-0009.txt")
                        .with("multipart/form-data; boundary=x", form),
                Case.bad("trials.trial", "POST /trials?rule=none", 404, "no-such-rule", "none")
                        .with("multipart/form-data; boundary=x", form),
                Case.bad("ledger.events", "GET /events?after=soon", 400, "bad-request", "after"));
    }

    /** The ticket's number, as text that begins in a column. */
    private static String pointedAt(String job, int column) {
        return """
                {"documents": [{"job": "%s", "page": 1, "box": {"left": %d, "top": 2, "width": 6, "height": 1}}]}
                """.formatted(job, column);
    }

    private static String person(String code, String name, String password) {
        return JSON.writeValueAsString(Map.of("code", code, "name", name, "signIn", "tess", "password", password));
    }
}
