package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Documents that wait for people: reviews, approvals in stages, what is refused, and what times do. */
class DeskJourney {
    @TempDir
    private static Path temp;

    private static ServiceInTest service;
    private static SignedIn ida;
    private static SignedIn ivo;
    private static SignedIn nell;
    private static SignedIn orla;

    @BeforeAll
    static void start() throws Exception {
        service = RunningService.start(temp.resolve("home"));
        for (String group : List.of("records-office", "harbour-engineers", "harbour-master", "nobody-yet")) {
            assertThat(service.client("group", "add", group).exitCode()).isZero();
        }
        ida = SignedIn.join(service, "Ida Fenwick", "ida", "operator", "records-office");
        ivo = SignedIn.join(service, "Ivo Marsh", "ivo", "approver", "harbour-engineers");
        nell = SignedIn.join(service, "Nell Strand", "nell", "approver", "harbour-engineers");
        orla = SignedIn.join(service, "Orla Pike", "orla", "approver", "harbour-master");
        rule("inspections", """
                - review: { by: records-office, when: checks fail }
                - approve:
                    not by: [reviewer, earlier approver]
                    stages:
                      - { stage: engineer, by: harbour-engineers, within: 2 working days }
                      - { stage: harbour master, by: [harbour-master, nell] }
                - evidence: json
                - file: { in: archive, under: proofs, output: evidence }
                """);
        rule(
                "spot-checks",
                "- review: { by: records-office, when: checks fail }\n",
                "then: { needs review: { notify: { to: nell, subject: \"{report} needs a look\", text: \"{quay}\" } } }\n");
        rule("pairs", "- approve: { by: harbour-engineers, need: 2 }\n");
        rule("timely", """
                - approve: { by: harbour-engineers, within: 2 hours, at deadline: reject }
                """);
        rule("escalated", """
                - approve: { by: harbour-engineers, within: 9 days, remind after: 1 hour, escalate: { to: harbour-master, after: 3 hours } }
                """);
    }

    private static void rule(String id, String steps) throws Exception {
        rule(id, steps, "");
    }

    private static void rule(String id, String steps, String then) throws Exception {
        service.live("""
                lectomen: 1
                rule: %s
                from: { folder: "{inbox}/%s", arrives: whole }
                do:
                  - find: inspection
                    fields:
                      report: { right of: Report, pattern: 'BIR-\\d{4}', required: yes }
                      quay: { right of: Quay, required: yes, one of: [Tarr Quay, Deepwater Quay] }
                %s
                  - name: "{report} {quay}"
                  - file: { in: archive, under: %s }
                %s""".formatted(id, id, steps.indent(2).stripTrailing(), id, then));
    }

    @AfterAll
    static void stop() throws Exception {
        service.close();
    }

    private static String drop(String rule, String name, String quay) throws Exception {
        service.drop(rule, name, ("Report: BIR-0412\nQuay: " + quay + "\n").getBytes());
        service.awaitInTime("it came in", () -> service.get("/jobs").toString().contains(name));
        return service.job(name).path("id").asString();
    }

    private static JsonNode task(SignedIn who, String job) {
        for (JsonNode one : who.get("/desk").path("tasks")) {
            if (one.path("job").asString().equals(job)) {
                return who.get("/desk/" + one.path("task").asString());
            }
        }
        throw new AssertionError(job + " does not wait for " + who.signIn() + ": " + who.get("/desk"));
    }

    private static Map<String, Object> answer(JsonNode task) {
        Map<String, Object> answer = new TreeMap<>();
        answer.put("binding", task.path("binding").asString());
        return answer;
    }

    private static Map<String, Object> answer(JsonNode task, String name, Object value) {
        Map<String, Object> answer = answer(task);
        answer.put(name, value);
        return answer;
    }

    private static String path(JsonNode task, String what) {
        return "/desk/" + task.path("task").asString() + "/" + what;
    }

    private static String reason(String job) {
        return service.get("/jobs/" + job).at("/reason/words").asString();
    }

    @Test
    void aReviewTwoStagesSentBackAndAgain() throws Exception {
        String job = drop("inspections", "tarr.txt", "Tar Quay");
        service.awaitJob("tarr.txt", "needs-review");
        JsonNode review = task(ida, job);
        assertThat(review.path("why").toString()).contains("Tar Quay");
        assertThat(review.path("filings").toString()).contains("inspections/BIR-0412 Tar Quay.txt");
        HttpResponse<String> checked = ida.post(path(review, "check"), Map.of("field", "quay", "value", "tarr quay"));
        assertThat(checked.body()).contains("\"value\":\"Tarr Quay\"", "inspections/BIR-0412 Tarr Quay.txt");
        HttpResponse<String> bad =
                ida.post(path(review, "accept"), answer(review, "values", Map.of("quay", Map.of("value", "Tar Quay"))));
        assertThat(bad.statusCode()).isEqualTo(422);
        assertThat(SignedIn.detail(bad)).contains("quay can't be taken", "nearest: Tarr Quay");
        ida.does(path(review, "accept"), answer(review, "values", Map.of("quay", Map.of("value", "Tarr Quay"))));

        service.awaitJob("tarr.txt", "awaiting-approval");
        JsonNode first = task(ivo, job);
        assertThat(first.path("corrections").toString()).contains("Tar Quay", "Ida Fenwick");
        assertThat(first.path("dueAt").asString()).isNotEmpty();
        assertThat(orla.get("/desk").toString()).doesNotContain("tarr.txt");
        ivo.does(path(first, "approve"), answer(first, "comment", "piles are sound"));
        JsonNode second = task(orla, job);
        assertThat(second.path("stage").asInt()).isEqualTo(2);
        HttpResponse<String> again = ivo.post(path(second, "approve"), answer(second));
        assertThat(again.statusCode()).isEqualTo(403);
        assertThat(SignedIn.detail(again)).contains("You approved it in an earlier stage");
        assertThat(orla.post(path(second, "send-back"), answer(second, "to", "review"))
                        .statusCode())
                .as("a reason is needed")
                .isEqualTo(422);
        Map<String, Object> back = answer(second, "to", "review");
        back.put("reason", "the quay is Deepwater Quay");
        orla.does(path(second, "send-back"), back);

        service.awaitJob("tarr.txt", "needs-review");
        JsonNode secondReview = task(ida, job);
        assertThat(secondReview.path("again").asString())
                .contains("Orla Pike sent it back: the quay is Deepwater Quay");
        ida.does(
                path(secondReview, "accept"),
                answer(secondReview, "values", Map.of("quay", Map.of("value", "Deepwater Quay"))));
        service.awaitJob("tarr.txt", "awaiting-approval");
        JsonNode third = task(nell, job);
        nell.does(path(third, "approve"), answer(third));
        JsonNode last = task(orla, job);
        orla.does(path(last, "approve"), answer(last));
        service.awaitJob("tarr.txt", "filed");
        assertThat(service.home().resolve("archive/inspections/BIR-0412 Deepwater Quay.txt"))
                .exists();
        assertThat(service.client("ledger", "check").exitCode()).isZero();
        assertThat(service.get("/ledger?subject=job%20" + job).toString())
                .contains("review.accepted", "approval.approved", "approval.sent-back")
                .doesNotContain("Orla", "Deepwater");
    }

    @Test
    void ofTwoAnswersAtTheSameInstantOneCountsAndTheOtherIsToldWhoWasFirst() throws Exception {
        for (int round = 0; round < 5; round++) {
            String name = "race" + round + ".txt";
            String job = drop("timely", name, "Tarr Quay");
            service.awaitJob(name, "awaiting-approval");
            JsonNode task = task(ivo, job);
            CountDownLatch go = new CountDownLatch(1);
            ExecutorService two = Executors.newFixedThreadPool(2);
            List<Future<HttpResponse<String>>> answers = new ArrayList<>();
            for (SignedIn who : List.of(ivo, nell)) {
                answers.add(two.submit(() -> {
                    go.await();
                    return who.post(path(task, "approve"), answer(task));
                }));
            }
            go.countDown();
            List<String> refusals = new ArrayList<>();
            for (Future<HttpResponse<String>> one : answers) {
                if (one.get().statusCode() != 200) {
                    refusals.add(SignedIn.detail(one.get()));
                }
            }
            two.shutdown();
            assertThat(refusals).hasSize(1).first().asString().contains("was first: it was approved at");
            service.awaitJob(name, "filed");
        }
    }

    @Test
    void whatSomebodyHasOpenIsNotForOthersUntilItsLeaseExpires() throws Exception {
        String job = drop("pairs", "lease.txt", "Tarr Quay");
        service.awaitJob("lease.txt", "awaiting-approval");
        JsonNode task = task(ivo, job);
        ivo.does(path(task, "take"), Map.of());
        assertThat(nell.get("/desk").toString()).contains("\"takenBy\":\"Ivo Marsh\"");
        HttpResponse<String> refused = nell.post(path(task, "approve"), answer(task));
        assertThat(refused.statusCode()).isEqualTo(409);
        assertThat(SignedIn.detail(refused)).isEqualTo("Ivo Marsh has it open.");
        ivo.does(path(task, "release"), Map.of());
        nell.does(path(task, "take"), Map.of());
        service.advance(Duration.ofMinutes(3));
        ivo.does(path(task, "take"), Map.of());
        service.advance(Duration.ofMinutes(3));
        nell.does(path(task, "approve"), answer(task));
        assertThat(service.job("lease.txt").path("state").asString()).isEqualTo("awaiting-approval");
        assertThat(SignedIn.detail(nell.post(path(task, "approve"), answer(task))))
                .isEqualTo("You have decided already.");
        ivo.does(path(task, "approve"), answer(task));
        service.awaitJob("lease.txt", "filed");
    }

    @Test
    void anAnswerToSomethingElseIsRefused() throws Exception {
        String job = drop("pairs", "stale.txt", "Tarr Quay");
        service.awaitJob("stale.txt", "awaiting-approval");
        JsonNode task = task(ivo, job);
        HttpResponse<String> refused = ivo.post(path(task, "approve"), Map.of("binding", "0".repeat(64)));
        assertThat(refused.statusCode()).isEqualTo(412);
        assertThat(SignedIn.detail(refused)).contains("Look again");
        Map<String, Object> no = answer(task, "reason", "wrong pier");
        nell.does(path(task, "reject"), no);
        service.awaitJob("stale.txt", "rejected");
        assertThat(reason(job)).isEqualTo("Nell Strand rejected it: wrong pier");
        assertThat(SignedIn.detail(ivo.post(path(task, "approve"), answer(task))))
                .contains("Nell Strand was first");
    }

    @Test
    void anAcceptedReviewCanBeUndoneForAMoment() throws Exception {
        String job = drop("spot-checks", "undo.txt", "Oyster Quay");
        service.awaitJob("undo.txt", "needs-review");
        JsonNode task = task(ida, job);
        Map<String, Object> accepted = answer(task, "values", Map.of("quay", Map.of("value", "Tarr Quay")));
        accepted.put("undoable", true);
        ida.does(path(task, "accept"), accepted);
        ida.does(path(task, "undo"), Map.of());
        assertThat(service.job("undo.txt").path("state").asString()).isEqualTo("needs-review");
        accepted.put("values", Map.of("quay", Map.of("value", "Deepwater Quay")));
        ida.does(path(task, "accept"), accepted);
        service.advance(Duration.ofSeconds(11));
        service.awaitJob("undo.txt", "filed");
        HttpResponse<String> late = ida.post(path(task, "undo"), Map.of());
        assertThat(SignedIn.detail(late)).contains("can't be undone any more");
        assertThat(service.home().resolve("archive/spot-checks/BIR-0412 Deepwater Quay.txt"))
                .exists();
    }

    @Test
    void aReviewerSendsADocumentBackToItsSender() throws Exception {
        String job = drop("spot-checks", "wrong.txt", "Oyster Quay");
        service.awaitJob("wrong.txt", "needs-review");
        JsonNode task = task(ida, job);
        Map<String, Object> back = answer(task, "to", "sender");
        back.put("reason", "this is no inspection");
        ida.does(path(task, "send-back"), back);
        service.awaitJob("wrong.txt", "rejected");
        service.awaitInTime(
                "the file is back",
                () -> Files.exists(service.inbox("spot-checks").resolve("failed/wrong.txt")));
        assertThat(reason(job)).contains("Ida Fenwick sent it back to its sender");
    }

    @Test
    void aDeadlineThatPassedWhileTheServiceWasDownTakesEffectOnceAsTheRulesDecision() throws Exception {
        String job = drop("timely", "late.txt", "Tarr Quay");
        service.awaitJob("late.txt", "awaiting-approval");
        service.stop();
        service.advanceWhileStopped(Duration.ofHours(5));
        service.startAgain();
        service.awaitJob("late.txt", "rejected");
        assertThat(reason(job)).contains("Nobody decided in time, and rule timely rejects it then.");
        String ledger = service.get("/ledger?subject=job%20" + job).toString();
        assertThat(ledger).contains("\"principal\":\"rule timely\"").containsOnlyOnce("approval.rejected");
    }

    @Test
    void whatNobodyDecidesIsRemindedAndEscalated() throws Exception {
        String job = drop("escalated", "slow.txt", "Tarr Quay");
        service.awaitJob("slow.txt", "awaiting-approval");
        assertThat(orla.get("/desk").toString()).doesNotContain("slow.txt");
        service.advance(Duration.ofMinutes(61));
        service.awaitInTime("the reminder", () -> ivo.get("/notices").toString().contains("still waits for you"));
        service.advance(Duration.ofHours(3));
        service.awaitInTime("the escalation", () -> orla.get("/desk").toString().contains("slow.txt"));
        JsonNode task = task(orla, job);
        orla.does(path(task, "approve"), answer(task));
        service.awaitJob("slow.txt", "filed");
    }

    @Test
    void whoIsAwayIsAskedThroughWhoDoesTheirWork() throws Exception {
        String job = drop("pairs", "away.txt", "Tarr Quay");
        service.awaitJob("away.txt", "awaiting-approval");
        setAbsence("{\"until\": \"" + service.now().plus(Duration.ofDays(2)) + "\", \"delegate\": " + id("orla") + "}");
        try {
            JsonNode task = task(orla, job);
            orla.does(path(task, "approve"), answer(task));
        } finally {
            setAbsence("{}");
        }
        JsonNode task = task(ivo, job);
        ivo.does(path(task, "approve"), answer(task));
        service.awaitJob("away.txt", "filed");
    }

    private static void setAbsence(String absence) {
        HttpResponse<String> answer = service.send(service.request("/accounts/" + id("nell") + "/absence")
                .setHeader("Content-Type", "application/json")
                .PUT(BodyPublishers.ofString(absence)));
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
    }

    private static long id(String signIn) {
        for (JsonNode one : service.get("/accounts").path("accounts")) {
            if (one.path("signIn").asString().equals(signIn)) {
                return one.path("id").asLong();
            }
        }
        throw new AssertionError("there is no " + signIn);
    }

    @Test
    void aDocumentIsDelegatedToAColleague() throws Exception {
        String job = drop("timely", "delegated.txt", "Tarr Quay");
        service.awaitJob("delegated.txt", "awaiting-approval");
        JsonNode task = task(ivo, job);
        ivo.does(path(task, "delegate"), Map.of("to", "orla"));
        assertThat(ivo.get("/desk").toString()).doesNotContain("delegated.txt");
        orla.does(path(task, "approve"), answer(task(orla, job)));
        service.awaitJob("delegated.txt", "filed");
    }

    @Test
    void aColleagueIsAskedAndTheDocumentGoesOnWaiting() throws Exception {
        String job = drop("timely", "asked.txt", "Tarr Quay");
        service.awaitJob("asked.txt", "awaiting-approval");
        JsonNode task = task(ivo, job);
        ivo.does(path(task, "question"), Map.of("to", "ida", "text", "Is the ladder mended?"));
        assertThat(ida.get("/notices").toString()).contains("Ivo Marsh asks: Is the ladder mended?");
        assertThat(service.client("job", "show", job).out()).contains("To ida: Is the ladder mended?");
        assertThat(SignedIn.detail(ivo.post(path(task, "question"), Map.of("to", "nobody", "text", "Well?"))))
                .isEqualTo("There is nobody \"nobody\".");
        ivo.does(path(task, "approve"), answer(task));
        service.awaitJob("asked.txt", "filed");
    }

    @Test
    void aRuleThatAsksAGroupWithoutMembersCantGoLive() {
        String rule = """
                lectomen: 1
                rule: for-nobody
                from: { folder: "{inbox}/for-nobody" }
                do:
                  - approve: { by: nobody-yet }
                  - file: { in: archive }
                """;
        assertThat(service.send(service.request("/rules").POST(BodyPublishers.ofString(rule)))
                        .statusCode())
                .isEqualTo(201);
        HttpResponse<String> refused =
                service.send(service.request("/rules/for-nobody/live").POST(BodyPublishers.noBody()));
        assertThat(refused.body())
                .contains(
                        "nobody-yet", "has nobody who can sign in, so its documents would wait for ever", "\"line\":5");
    }

    @Test
    void whatWasDecidedIsProvedAndCounted() throws Exception {
        String job = drop("inspections", "proof.txt", "Tarr Key");
        service.awaitJob("proof.txt", "needs-review");
        JsonNode review = task(ida, job);
        ida.does(path(review, "accept"), answer(review, "values", Map.of("quay", Map.of("value", "Tarr Quay"))));
        service.awaitJob("proof.txt", "awaiting-approval");
        JsonNode first = task(ivo, job);
        ivo.does(path(first, "approve"), answer(first, "comment", "sound"));
        JsonNode second = task(orla, job);
        orla.does(path(second, "approve"), answer(second));
        service.awaitJob("proof.txt", "filed");
        JsonNode proof = service.get("/jobs/" + job + "/evidence");
        assertThat(proof.path("decisions").toString())
                .contains("Ida Fenwick", "accepted", "Ivo Marsh", "sound", "Orla Pike", "harbour master");
        assertThat(proof.path("corrections").toString()).contains("Tarr Key", "Tarr Quay");
        String entries = service.get("/ledger?subject=job%20" + job).toString();
        for (JsonNode decision : proof.path("decisions")) {
            assertThat(entries).contains(decision.path("seen").asString());
        }
        assertThat(entries).contains(proof.path("ledgerHash").asString());
        assertThat(service.bytes("/jobs/" + job + "/evidence/file").body()).startsWith("%PDF-".getBytes());
        List<Path> filed;
        try (Stream<Path> files = Files.list(service.home().resolve("archive/proofs"))) {
            filed = files.toList();
        }
        assertThat(filed).anySatisfy(file -> assertThat(Files.readString(file))
                .contains(
                        "\"Orla Pike\"",
                        "\"Tarr Key\"",
                        job,
                        proof.path("document").asString()));
        JsonNode corrections = service.get("/desk/corrections?rule=inspections");
        assertThat(corrections.path("counted").toString()).contains("\"field\":\"quay\"");
        JsonNode figures = service.get("/desk/figures");
        assertThat(figures.path("people").toString()).contains("Ida Fenwick", "Orla Pike");
        assertThat(figures.path("stages").toString()).contains("\"rule\":\"inspections\"", "\"kind\":\"review\"");
    }

    /** Whoever is asked hears of it anyway; the rule's words go to them too. */
    @Test
    void othersAreToldThatADocumentWaitsAsTheRuleSays() throws Exception {
        String job = drop("spot-checks", "told.txt", "Tarr Key");
        service.awaitJob("told.txt", "needs-review");
        for (SignedIn who : List.of(nell, ida)) {
            assertThat(who.get("/notices").toString()).as(who.signIn()).contains("/desk?job=" + job);
        }
    }

    @Test
    void anotherVersionIsHeldAgainstWhatWasFiled() throws Exception {
        drop("spot-checks", "as-it-was.txt", "Deepwater Quay");
        service.awaitJob("as-it-was.txt", "filed");
        Answer same = service.client("rule", "compare", "spot-checks", "--last", "3");
        assertThat(same.out()).contains("would be filed as before.").doesNotContain("WOULD BE");
        Path draft = temp.resolve("draft.yaml");
        String text = service.get("/rules/spot-checks").path("text").asString();
        Files.writeString(
                draft, text.replace("{report} {quay}", "{quay} {report}").replace("'BIR-\\d{4}'", "'BIR-\\d{3}'"));
        Answer other = service.client("rule", "compare", "spot-checks", "--with", draft.toString());
        assertThat(other.out())
                .containsPattern("as-it-was.txt +report +BIR-0412 +BIR-041\n")
                .containsPattern("name +BIR-0412 Deepwater Quay.txt +Deepwater Quay BIR-041.txt")
                .doesNotContain("folder");
        Files.writeString(draft, text.replace("in: archive", "in: attic"));
        assertThat(service.client("rule", "compare", "spot-checks", "--with", draft.toString())
                        .err())
                .contains("attic");
    }

    @Test
    void manyLooksAtOnceAreAllAnswered() throws Exception {
        String job = drop("pairs", "looked.txt", "Tarr Quay");
        service.awaitJob("looked.txt", "awaiting-approval");
        JsonNode task = task(ivo, job);
        ExecutorService many = Executors.newFixedThreadPool(16);
        List<Future<JsonNode>> looks = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            looks.add(many.submit(
                    () -> ivo.get("/desk/" + task.path("task").asString()).path("filings")));
        }
        for (Future<JsonNode> look : looks) {
            assertThat(look.get(2, TimeUnit.MINUTES)).isEqualTo(task.path("filings"));
        }
        many.shutdown();
        nell.does(path(task, "reject"), answer(task, "reason", "looked at enough"));
        service.awaitJob("looked.txt", "rejected");
    }

    @Test
    void aHeldDocumentIsNotAskedUntilItIsReleased() throws Exception {
        String job = drop("timely", "held.txt", "Tarr Quay");
        service.awaitJob("held.txt", "awaiting-approval");
        assertThat(service.client("job", "hold", job).exitCode()).isZero();
        assertThat(ivo.get("/desk").toString()).doesNotContain("held.txt");
        assertThat(service.client("job", "release", job).exitCode()).isZero();
        assertThat(service.job("held.txt").path("state").asString()).isEqualTo("awaiting-approval");
        JsonNode task = task(ivo, job);
        ivo.does(path(task, "approve"), answer(task));
        service.awaitJob("held.txt", "filed");
    }
}
