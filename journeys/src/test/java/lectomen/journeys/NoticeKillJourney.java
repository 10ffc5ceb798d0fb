package lectomen.journeys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import lectomen.engine.LongRun;
import lectomen.standins.mail.MailStandIn;
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

    @TempDir
    private Path temp;

    @Test
    void nothingIsLostAndNothingComesTwiceUnlessInDoubt() throws Exception {
        long seed = Long.getLong("lectomen.seed", System.nanoTime());
        System.out.println("Notice kill journey with -Dlectomen.seed=" + seed);
        Random random = new Random(seed);
        try (MailStandIn server = MailStandIn.start(0, mail -> {})) {
            Path home = HomeWithMail.make(temp.resolve("home"), server, "");
            try (ServiceProcess service = ServiceProcess.launch(home)) {
                service.live(Rules.keepName("slips", "arrives: whole")
                        + "then: { filed: { notify: { to: desk@ferry.example, subject: \"{file name}\" } } }\n");
                int dropped = 0;
                for (int kill = 0; kill < KILLS; kill++) {
                    for (; dropped < DOCUMENTS * (kill + 1) / KILLS; dropped++) {
                        service.drop("slips", "slip-" + dropped + ".txt", ("slip " + dropped).getBytes());
                    }
                    int until = server.received().size() + random.nextInt(DOCUMENTS / KILLS);
                    RunningService.await(
                            "some mails",
                            RunningService.LONGEST_WAIT,
                            () -> server.received().size() >= until);
                    service.kill();
                    service.startAgain();
                }
                RunningService.await(
                        "each confirmation is sent and proved",
                        RunningService.LONGEST_WAIT,
                        () -> server.received().size(),
                        () -> confirmations(service).stream().allMatch("done"::equals)
                                && confirmations(service).size() == DOCUMENTS);
                Map<String, Long> sent = server.received().stream()
                        .collect(Collectors.groupingBy(
                                mail -> mail.header("Subject").orElse(""), Collectors.counting()));
                assertThat(sent).hasSize(DOCUMENTS);
                long twice =
                        sent.values().stream().mapToLong(times -> times - 1).sum();
                long inDoubt = service.get("/ledger/search?event=effect.in-doubt&limit=1000")
                        .path("entries")
                        .size();
                assertThat(twice)
                        .as("sent more than once; in doubt: " + inDoubt)
                        .isLessThanOrEqualTo(inDoubt);
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
