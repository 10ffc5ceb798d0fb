package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.Await;
import lectomen.service.ServiceFixture;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A filing that somebody holds or cancels at the very moment when its turn comes. */
class EffectRunnerTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Effects effects;
    private String job;

    @BeforeEach
    void planAFiling() throws IOException {
        fixture = new ServiceFixture(temp);
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        job = fixture.send("notice.txt", "NOTICE");
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** Plans it, and gives the effect as its turn finds it: before the hold that comes next is written. */
    private Effect plan(CounterUse... counters) {
        Filing filing = new Filing(
                1,
                "archive",
                "Notices",
                "notice",
                Map.of(),
                "txt",
                WhenTaken.NUMBER_IT,
                "",
                "",
                List.of(counters),
                null,
                null,
                null,
                null);
        return fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            fixture.filings.intend(db, fixture.jobs.find(db, job).orElseThrow(), List.of(filing));
            return effects.ofJob(db, job).get(0);
        });
    }

    private void hold() {
        fixture.store.write(db -> {
            assertThat(fixture.filings.hold(db, job, true)).isTrue();
            fixture.jobs.move(db, job, JobMove.to(JobState.HELD), "owner");
            return job;
        });
    }

    private void assertHeld() throws IOException {
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.HELD);
        List<Effect> now = fixture.store.read(db -> effects.ofJob(db, job));
        assertThat(now).extracting(Effect::state).containsExactly(Effect.State.HELD);
        assertThat(files()).isEmpty();
    }

    private List<String> files() throws IOException {
        try (Stream<Path> all = Files.walk(temp)) {
            return all.filter(Files::isRegularFile)
                    .filter(file -> file.getParent().endsWith("archive/Notices"))
                    .map(file -> file.getFileName().toString())
                    .toList();
        }
    }

    @Test
    void whatIsHeldIsNotFiledAndIsFiledOnceItIsReleased() throws Exception {
        Effect due = plan();
        hold();
        fixture.runner.actOrWait(due);
        assertHeld();
        fixture.store.write(db -> {
            fixture.filings.hold(db, job, false);
            fixture.jobs.move(db, job, JobMove.to(JobState.WAITING), "owner");
            return job;
        });
        fixture.runner.start(fixture.folders::clearUnreached);
        Await.until("it is filed", () -> fixture.jobs.require(job).state() == JobState.FILED);
        assertThat(files()).contains("notice.txt").doesNotContain("notice (2).txt");
    }

    @Test
    void whatIsHeldWhileItsDestinationIsAwayStaysHeld() throws Exception {
        Effect due = plan();
        Files.delete(temp.resolve("archive"));
        hold();
        fixture.runner.actOrWait(due);
        assertHeld();
    }

    @Test
    void whatIsHeldTakesNoUnbrokenNumber() throws Exception {
        Counter unbroken = new Counter(true, 1, 1, 4, Counter.Restart.NEVER, Counter.FILING, 1);
        Effect due = plan(new CounterUse("notices", unbroken, Optional.of("")));
        hold();
        fixture.runner.actOrWait(due);
        assertHeld();
        int numbers = fixture.store.read(db -> db.sql("select count(*) from counter_number")
                .query(Integer.class)
                .single());
        assertThat(numbers).isZero();
    }

    @Test
    void whatIsCancelledIsNotFiled() throws Exception {
        Effect due = plan();
        fixture.store.write(db -> {
            assertThat(fixture.filings.giveUp(db, job, Reason.of("job.cancelled", "who", "owner")))
                    .isTrue();
            fixture.jobs.move(db, job, JobMove.to(JobState.CANCELLED), "owner");
            return job;
        });
        fixture.runner.actOrWait(due);
        assertThat(files()).isEmpty();
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.CANCELLED);
        assertThat(effects.find(due.id()).orElseThrow().state()).isEqualTo(Effect.State.ABANDONED);
        assertThat(fixture.ledger.about(Job.subject(job)))
                .filteredOn(entry -> entry.event().equals("effect.abandoned"))
                .hasSize(1);
    }
}
