package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.BindException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.mail.Mailing;
import lectomen.service.ServiceFixture;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.standins.mail.MailStandIn;
import lectomen.standins.mail.ReceivedMail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MailEffectTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private MailStandIn server;
    private Effects effects;
    private String job;

    @BeforeEach
    void start() throws IOException {
        fixture = new ServiceFixture(temp);
        server = MailStandIn.start(0, mail -> {});
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        fixture.sendMailBy("office", server.port());
        job = fixture.send("notice.txt", "NOTICE");
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            return job;
        });
    }

    @AfterEach
    void stop() throws IOException {
        server.close();
        fixture.close();
    }

    private static Mailing mailing(WhenInDoubt whenInDoubt, String attachedAs, String... to) {
        return new Mailing(
                1,
                "office",
                List.of(to),
                "Grey Heron – ready",
                "Filed.\n",
                attachedAs,
                null,
                List.of(),
                0,
                whenInDoubt);
    }

    private Effect run(Mailing mailing) {
        return run(1, mailing);
    }

    private Effect run(int step, Mailing mailing) {
        String id = fixture.store.write(db -> {
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return effects.intend(db, working, Effects.Intent.of(step, "mail", mailing.connection(), "", mailing));
        });
        return again(id);
    }

    private Effect again(String id) {
        fixture.runner.actOrWait(effects.find(id).orElseThrow());
        return effects.find(id).orElseThrow();
    }

    private EffectView view() {
        return fixture.runner.of(job).get(0);
    }

    @Test
    void aMailIsSentWithTheDocumentAndTheServersAnswerIsTheReceipt() {
        Effect done = run(mailing(WhenInDoubt.ASK, "notice.txt", "ada@ferry.example", "ben@ferry.example"));
        assertThat(done.state()).isEqualTo(Effect.State.DONE);
        ReceivedMail mail = server.received().get(0);
        assertThat(mail.to()).containsExactly("ada@ferry.example", "ben@ferry.example");
        assertThat(mail.from()).isEqualTo("works@marrowick.example");
        assertThat(mail.header("Message-ID")).contains("<lectomen-" + done.id() + "@marrowick.example>");
        assertThat(mail.header("Auto-Submitted")).contains("auto-generated");
        assertThat(mail.header("Subject").orElseThrow()).contains("=?UTF-8?");
        assertThat(mail.content()).contains("Filed.", "filename=notice.txt", "NOTICE");
        assertThat(view().answer()).contains("250 Taken as number 1");
        assertThat(view().place()).contains("ada@ferry.example, ben@ferry.example by office");
    }

    @Test
    void aServerThatIsAwayOrBusyIsWaitedFor() throws IOException {
        int port = server.port();
        server.close();
        Effect waits = run(mailing(WhenInDoubt.ASK, "", "ada@ferry.example"));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        assertThat(view().reason().orElseThrow().code()).isEqualTo("mail.away");
        server = startAt(port);
        server.setBusy(true);
        assertThat(again(waits.id()).state()).isEqualTo(Effect.State.INTENDED);
        assertThat(view().reason().orElseThrow().words()).contains("451 Busy");
        server.setBusy(false);
        assertThat(again(waits.id()).state()).isEqualTo(Effect.State.DONE);
        assertThat(server.received()).hasSize(1);
    }

    /** Starts the server where it was. Somebody else on this machine may have the port for a moment. */
    private static MailStandIn startAt(int port) throws IOException {
        for (int tries = 0; ; tries++) {
            try {
                return MailStandIn.start(port, mail -> {});
            } catch (BindException e) {
                if (tries == 600) {
                    throw e;
                }
                LockSupport.parkNanos(100_000_000);
            }
        }
    }

    @Test
    void mailsThatFollowUseTheSameConnectionUntilTheServerEndsIt() throws IOException {
        int port = server.port();
        int step = 1;
        for (String to : List.of("ada@ferry.example", "ben@ferry.example", "cyd@ferry.example")) {
            run(step++, mailing(WhenInDoubt.ASK, "", to));
        }
        assertThat(server.received()).hasSize(3);
        assertThat(server.connections()).isOne();
        server.close();
        server = startAt(port);
        Effect last = run(step, mailing(WhenInDoubt.ASK, "", "dee@ferry.example"));
        if (last.state() == Effect.State.INTENDED) { // the broken connection was found when the mail was begun
            last = again(last.id());
        }
        assertThat(last.state())
                .as("nothing was handed over, so there is no doubt")
                .isEqualTo(Effect.State.DONE);
        assertThat(server.received()).singleElement().satisfies(mail -> assertThat(mail.to())
                .containsExactly("dee@ferry.example"));
    }

    @Test
    void arefusedAddressIsShownWhileTheOthersGetTheirMail() {
        server.refuse("ben@ferry.example");
        Effect done = run(mailing(WhenInDoubt.ASK, "", "ada@ferry.example", "ben@ferry.example"));
        assertThat(done.state()).isEqualTo(Effect.State.DONE);
        assertThat(server.received().get(0).to()).containsExactly("ada@ferry.example");
        assertThat(view().answer().orElseThrow()).contains("refused: ben@ferry.example");
    }

    @Test
    void whereEveryAddressIsRefusedTheJobFailsWithTheAnswer() {
        server.refuse("ben@ferry.example");
        Effect failed = run(mailing(WhenInDoubt.ASK, "", "ben@ferry.example"));
        assertThat(failed.state()).isEqualTo(Effect.State.ABANDONED);
        Job ended = fixture.jobs.require(job);
        assertThat(ended.state()).isEqualTo(JobState.FAILED);
        assertThat(ended.reason().orElseThrow().words()).contains("550 No such mailbox");
        assertThat(server.received()).isEmpty();
    }

    @Test
    void aConnectionThatBreaksLeavesItInDoubtAndAPersonDecides() {
        server.setBreaking(true);
        Effect doubtful = run(mailing(WhenInDoubt.ASK, "", "ada@ferry.example"));
        assertThat(doubtful.state()).isEqualTo(Effect.State.IN_DOUBT);
        assertThat(again(doubtful.id()).state()).as("not sent again by itself").isEqualTo(Effect.State.IN_DOUBT);
        assertThat(server.received()).hasSize(1);
        fixture.runner.doubts().settle(doubtful.id(), EffectDoubts.Settlement.DONE, "person 1");
        assertThat(effects.find(doubtful.id()).orElseThrow().state()).isEqualTo(Effect.State.DONE);
    }

    @Test
    void aRuleCanSayThatAMailInDoubtIsSentAgain() {
        server.setBreaking(true);
        Effect doubtful = run(mailing(WhenInDoubt.REPEAT, "", "ada@ferry.example"));
        server.setBreaking(false);
        assertThat(again(doubtful.id()).state()).isEqualTo(Effect.State.DONE);
        assertThat(server.received())
                .extracting(mail -> mail.header("Message-ID"))
                .as("known as the same mail")
                .hasSize(2)
                .containsOnly(server.received().get(0).header("Message-ID"));
    }
}
