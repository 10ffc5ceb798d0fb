package lectomen.service.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Retention;
import lectomen.service.Workshop;
import lectomen.service.home.Settings;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RetentionRunsTest {
    @Test
    void firstTheOriginalGoesThenTheJobAndTheLedgerStays(@TempDir Path temp) throws Exception {
        try (Workshop workshop = new Workshop(temp);
                JobList list = new JobList(workshop.store, workshop.jobs)) {
            Settings all = workshop.settings;
            Retention kept = new Retention(Optional.of(Duration.ofDays(30)), Optional.of(Duration.ofDays(365)));
            Settings settings = new Settings(
                    all.site(),
                    all.roots(),
                    all.folders(),
                    all.workers(),
                    0,
                    kept,
                    all.calendar(),
                    Optional.empty(),
                    false);
            RetentionRuns runs = new RetentionRuns(
                    workshop.store, workshop.ledger, workshop.rulebook, settings, list, workshop.bytes, workshop.clock);
            String ended = workshop.send("ended.txt", "ended");
            workshop.store.write(db -> {
                workshop.jobs.takeNext(db);
                workshop.jobs.move(db, ended, Jobs.Move.to(JobState.FAILED, Reason.of("file.empty")), "service");
                return ended;
            });
            String waiting = workshop.send("waiting.txt", "waiting");
            assertThat(runs.due().get(0).originals()).isZero();
            workshop.clock.advance(Duration.ofDays(31));
            assertThat(runs.due().get(0).originals()).as("a dry count").isEqualTo(1);
            assertThat(workshop.jobs.require(ended).original()).isPresent();

            runs.run("owner");
            Job withoutOriginal = workshop.jobs.require(ended);
            assertThat(withoutOriginal.original()).isEmpty();
            assertThat(withoutOriginal.originalRemovedAt()).contains(workshop.clock.instant());
            assertThat(workshop.jobs.require(waiting).original())
                    .as("what is not at its end is never touched")
                    .isPresent();

            workshop.clock.advance(Duration.ofDays(400));
            runs.run("owner");
            assertThat(workshop.jobs.find(ended)).isEmpty();
            assertThat(workshop.jobs.find(waiting)).isPresent();
            assertThat(workshop.ledger.about(Job.subject(ended)).toString())
                    .contains("original.removed", "job.removed");
            assertThat(workshop.ledger.findBreak()).isEmpty();
        }
    }
}
