package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A document that harms its worker harms only itself. */
class WorkerJourney {
    @TempDir
    private Path temp;

    private Path home(String workers) throws Exception {
        Path home = Files.createDirectories(temp.resolve("home")).toRealPath();
        for (String folder : List.of("inbox", "archive")) {
            Files.createDirectories(home.resolve(folder));
        }
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters:
                  inbox: "{home}/inbox"
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                workers: %s
                """.formatted(workers));
        return home;
    }

    private void drop(RunningService service, String name, String text) throws Exception {
        Path outside = Files.createDirectories(temp.resolve("outside")).resolve(name);
        Files.move(Files.writeString(outside, text), service.inbox("tickets").resolve(name));
    }

    /** Many words on many lines: far more memory as words with boxes than as bytes. */
    private static String manyWords(int megabytes) {
        return "HARBOUR TICKET\n" + "tide and time wait for no one ever\n".repeat(megabytes * 1_000_000 / 35);
    }

    @Test
    void aDocumentThatNeedsTooMuchMemoryFailsAloneWithThatReason() throws Exception {
        try (RunningService service = RunningService.start(home("{ count: 2, memory: 96, time limit: 60 }"))) {
            service.live(Rules.tickets("tickets", "number it"));
            drop(service, "huge.txt", manyWords(60));
            drop(service, "small.txt", Rules.ticket("T-0001"));
            JsonNode failed = service.awaitJob("huge.txt", "failed");
            assertThat(failed.path("reason").path("code").asString()).isEqualTo("worker.memory");
            assertThat(failed.path("reason").path("words").asString()).contains("96 MB");
            service.awaitJob("small.txt", "filed");
        }
    }

    @Test
    void aDocumentThatTakesTooLongFailsAloneWithThatReason() throws Exception {
        try (RunningService service = RunningService.start(home("{ count: 1, memory: 2000, time limit: 5 }"))) {
            service.live(Rules.tickets("tickets", "number it"));
            drop(service, "first.txt", Rules.ticket("T-0001"));
            service.awaitJob("first.txt", "filed");
            assertThat(service.workers()).hasSize(1);
            signal("STOP", service.workers().get(0));
            drop(service, "stuck.txt", Rules.ticket("T-0002"));
            JsonNode failed = service.awaitJob("stuck.txt", "failed");
            assertThat(failed.path("reason").path("code").asString()).isEqualTo("worker.time");
            drop(service, "next.txt", Rules.ticket("T-0003"));
            service.awaitJob("next.txt", "filed");
        }
    }

    @Test
    void aWorkerThatIsKilledIsReplacedAndItsJobGoesOn() throws Exception {
        try (RunningService service = RunningService.start(home("{ count: 1, memory: 1500, time limit: 120 }"))) {
            service.live(Rules.tickets("tickets", "number it"));
            drop(service, "long.txt", Rules.ticket("T-0009") + manyWords(6));
            RunningService.await(
                    "a worker reads it",
                    RunningService.LONGEST_WAIT,
                    () -> service.workers().size() == 1
                            && service.job("long.txt").path("state").asString().equals("working"));
            signal("KILL", service.workers().get(0));
            service.awaitJob("long.txt", "filed");
            assertThat(service.get("/status").path("workers").path("deaths").asInt())
                    .isGreaterThanOrEqualTo(1);
        }
    }

    @Test
    void workersEndWhenTheirServiceIsKilledEvenInTheMiddleOfADocument() throws Exception {
        try (ServiceProcess service = ServiceProcess.launch(home("{ count: 1, memory: 2000, time limit: 120 }"))) {
            service.live(Rules.tickets("tickets", "number it"));
            drop(service, "long.txt", Rules.ticket("T-0009") + manyWords(6));
            RunningService.await(
                    "a worker reads it",
                    RunningService.LONGEST_WAIT,
                    () -> service.workers().size() == 1);
            service.kill();
            RunningService.await("the worker is gone", RunningService.LONGEST_WAIT, () -> service.workers()
                    .isEmpty());
            service.startAgain();
            service.awaitJob("long.txt", "filed");
        }
    }

    private static void signal(String name, long pid) throws Exception {
        assertThat(new ProcessBuilder("kill", "-" + name, Long.toString(pid))
                        .start()
                        .waitFor())
                .isZero();
    }
}
