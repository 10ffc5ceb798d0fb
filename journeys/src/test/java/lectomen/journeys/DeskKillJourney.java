package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import lectomen.engine.LongRun;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Reviews and approvals through kills at any moment: an answer that was taken counts, none counts twice, and nothing is filed without
 * those that its rule asks for. {@code -Dlectomen.seed=N} repeats a run.
 */
class DeskKillJourney {
    private static final int DOCUMENTS = LongRun.of(6, 120);
    private static final int KILLS = LongRun.of(2, 120);

    private static final String RULE = """
            lectomen: 1
            rule: slips
            from: { folder: "{inbox}/slips", arrives: whole }
            do:
              - find: slip
                fields: { number: { pattern: 'S-\\d{4}', required: yes } }
              - review: { by: records-office }
              - approve:
                  stages:
                    - { by: harbour-engineers }
                    - { by: harbour-master }
              - name: "{number}"
              - file: { in: archive, under: Slips, when taken: fail }
            """;

    @TempDir
    private Path temp;

    /** The answers that the service took, by job. */
    private final Map<String, List<String>> taken = new ConcurrentHashMap<>();

    private volatile boolean over;

    @Test
    void noAnswerIsLostOrCountedTwiceHoweverOftenTheServiceIsKilled() throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        System.out.println("Desk kill journey with -Dlectomen.seed=" + seed);
        Random random = new Random(seed);
        try (ServiceProcess service = ServiceProcess.launch(temp.resolve("home"))) {
            List<SignedIn> people = new ArrayList<>();
            for (String group : List.of("records-office", "harbour-engineers", "harbour-master")) {
                service.send(service.request("/groups")
                        .setHeader("Content-Type", "application/json")
                        .POST(BodyPublishers.ofString("{\"name\": \"" + group + "\"}")));
                String name = group.replace("-", "");
                people.add(SignedIn.join(
                        service, name, name, group.equals("records-office") ? "operator" : "approver", group));
            }
            service.live(RULE);
            for (int i = 0; i < DOCUMENTS; i++) {
                service.drop("slips", "slip " + i + ".txt", ("Slip S-%04d\n".formatted(i)).getBytes());
            }
            Thread desks = new Thread(() -> {
                while (!over) {
                    people.forEach(this::answerOnce);
                }
            });
            desks.start();
            for (int kill = 0; kill < KILLS; kill++) {
                long until = service.get("/status").path("ledgerEntries").asLong() + random.nextInt(40);
                RunningService.await(
                        "more entries",
                        RunningService.LONGEST_WAIT,
                        () -> service.get("/status").path("ledgerEntries").asLong() >= until
                                || service.count("filed") == DOCUMENTS);
                service.kill();
                service.startAgain();
            }
            RunningService.await(
                    "all are filed",
                    RunningService.LONGEST_WAIT,
                    () -> service.get("/status").path("jobs"),
                    () -> service.count("filed") == DOCUMENTS);
            over = true;
            desks.join();
            check(service);
        } finally {
            over = true;
        }
    }

    /** Answers the first that waits for a person. While the service is away, nothing is answered. */
    private void answerOnce(SignedIn who) {
        try {
            JsonNode waiting = who.get("/desk?limit=1").path("tasks").path(0);
            if (waiting.isMissingNode()) {
                return;
            }
            String path = "/desk/" + waiting.path("task").asString();
            String deed = waiting.path("kind").asString().equals("review") ? "accept" : "approve";
            Map<String, Object> form = new HashMap<>();
            form.put("binding", who.get(path).path("binding").asString());
            HttpResponse<String> answer = who.post(path + "/" + deed, form);
            if (answer.statusCode() == 200) {
                taken.computeIfAbsent(waiting.path("job").asString(), key -> new ArrayList<>())
                        .add(who.signIn());
            }
        } catch (RuntimeException | AssertionError away) {
            Thread.onSpinWait(); // it is asked again at once
        }
    }

    private void check(RunningService service) throws Exception {
        Set<String> wanted = new TreeSet<>();
        Map<String, List<String>> wrong = new TreeMap<>();
        for (int i = 0; i < DOCUMENTS; i++) {
            wanted.add("S-%04d.txt".formatted(i));
        }
        try (Stream<Path> files = Files.list(service.archive().resolve("Slips"))) {
            assertThat(files.map(file -> file.getFileName().toString()).filter(name -> !name.startsWith(".")))
                    .containsExactlyInAnyOrderElementsOf(wanted);
        }
        List<String> all = List.of("recordsoffice accepted", "harbourengineers approved", "harbourmaster approved");
        for (JsonNode job : service.jobs()) {
            String id = job.path("id").asString();
            List<String> made = new ArrayList<>();
            service.get("/jobs/" + id + "/evidence")
                    .path("decisions")
                    .forEach(one -> made.add(one.path("by").asString() + " "
                            + one.path("verdict").asString()));
            boolean lost = taken.getOrDefault(id, List.of()).stream()
                    .anyMatch(who -> made.stream().noneMatch(decision -> decision.startsWith(who + " ")));
            if (!made.equals(all) || lost) {
                wrong.put(id, made);
            }
        }
        assertThat(wrong).as("answers taken: %s", taken).isEmpty();
        assertThat(service.get("/ledger/check").path("whole").asBoolean()).isTrue();
    }
}
