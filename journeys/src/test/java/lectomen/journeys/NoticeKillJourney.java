package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import lectomen.engine.LongRun;
import lectomen.standins.business.BusinessStandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Confirmations through kills at any moment: each is sent, and none twice but where the ledger says that it was in doubt. {@code
 * -Dlectomen.seed=N} repeats a run.
 */
class NoticeKillJourney {
    private static final int DOCUMENTS = LongRun.of(20, 1_000);
    private static final int KILLS = LongRun.of(1, 50);

    private static final String RULE = """
            lectomen: 1
            rule: slips
            from: { folder: "{inbox}/slips", arrives: whole }
            do:
              - send to: { fields: [file name], take: { record number: /number }, when in doubt: repeat }
              - name: "{record number} {file name}"
              - file: { in: archive }
            then: { filed: { notify: { to: desk@ferry.example, subject: "{file name}" } } }
            """;

    @TempDir
    private Path temp;

    @Test
    void nothingIsLostAndNothingComesTwiceUnlessInDoubt() throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        System.out.println("Notice kill journey with -Dlectomen.seed=" + seed);
        Random random = new Random(seed);
        try (RealMailServer mail = RealMailServer.start();
                BusinessStandIn system = BusinessStandIn.start(0, call -> {})) {
            Path home = HomeWithMail.make(temp.resolve("home"), mail.port(), """
                      berth-system:
                        web: { address: "http://localhost:%d/slips", private: yes }
                    """.formatted(system.port()));
            try (ServiceProcess service = ServiceProcess.launch(home)) {
                service.live(RULE);
                int dropped = 0;
                for (int kill = 0; kill < KILLS; kill++) {
                    for (; dropped < DOCUMENTS * (kill + 1) / KILLS; dropped++) {
                        service.drop("slips", "slip-" + dropped + ".txt", ("slip " + dropped).getBytes());
                    }
                    int until = mail.count() + random.nextInt(DOCUMENTS / KILLS);
                    RunningService.await(
                            "some mails", RunningService.LONGEST_WAIT, mail::count, () -> mail.count() >= until);
                    service.kill();
                    service.startAgain();
                }
                RunningService.await(
                        "each confirmation is sent and proved",
                        RunningService.LONGEST_WAIT,
                        () -> mail.count() + system.received().size(),
                        () -> confirmations(service).stream().allMatch("done"::equals)
                                && confirmations(service).size() == DOCUMENTS);
                Map<String, Long> sent = mail.subjects().stream()
                        .collect(Collectors.groupingBy(subject -> subject, Collectors.counting()));
                assertThat(sent).hasSize(DOCUMENTS);
                long twice =
                        sent.values().stream().mapToLong(times -> times - 1).sum()
                                + (system.received().size() - DOCUMENTS);
                long inDoubt = service.get("/ledger/search?event=effect.in-doubt&limit=1000")
                        .path("entries")
                        .size();
                assertThat(twice)
                        .as("sent more than once; in doubt: " + inDoubt)
                        .isLessThanOrEqualTo(inDoubt);
                assertThat(system.records())
                        .as("what comes again has the same key")
                        .isEqualTo(DOCUMENTS);
                assertThat(FilesBelow.of(home.resolve("archive"))).hasSize(DOCUMENTS);
            }
        }
    }

    private static List<String> confirmations(ServiceProcess service) {
        List<String> states = new ArrayList<>();
        for (JsonNode job : service.jobs()) {
            for (JsonNode effect :
                    service.get("/jobs/" + job.path("id").asString()).path("effects")) {
                if (effect.path("kind").asString().equals("confirmation")) {
                    states.add(effect.path("state").asString());
                }
            }
        }
        return states;
    }
}
