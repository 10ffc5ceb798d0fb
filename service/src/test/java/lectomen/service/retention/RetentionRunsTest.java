package lectomen.service.retention;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Retention;
import lectomen.service.ServiceFixture;
import lectomen.service.home.NoticeSettings;
import lectomen.service.home.Settings;
import lectomen.service.home.SignInSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RetentionRunsTest {
    /** Originals stay for a month, jobs for a year. */
    private static RetentionRuns runs(ServiceFixture fixture, JobList list) {
        Settings all = fixture.settings;
        Retention kept = new Retention(Optional.of(Duration.ofDays(30)), Optional.of(Duration.ofDays(365)));
        Settings settings = new Settings(
                all.site(),
                all.roots(),
                all.folders(),
                all.mail(),
                all.web(),
                all.printers(),
                all.workers(),
                0,
                kept,
                all.calendar(),
                Optional.empty(),
                SignInSettings.LOCAL,
                NoticeSettings.NONE,
                false);
        return new RetentionRuns(
                fixture.store,
                fixture.ledger,
                fixture.rulebook,
                settings,
                list,
                fixture.bytes,
                fixture.erasure,
                fixture.clock);
    }

    private static String ended(ServiceFixture fixture, String name) throws Exception {
        String id = fixture.send(name, name);
        fixture.store.write(db -> {
            fixture.jobs.takeNext(db);
            fixture.jobs.move(db, id, JobMove.to(JobState.FAILED, Reason.of("file.empty")), "service");
            return id;
        });
        return id;
    }

    @ParameterizedTest
    @ValueSource(strings = {"supersedes", "withdraws", "depends_on"})
    void aJobGoesAlthoughAnEffectOfOneThatStaysRefersToItsOwn(String how, @TempDir Path temp) throws Exception {
        try (ServiceFixture fixture = new ServiceFixture(temp);
                JobList list = new JobList(fixture.store, fixture.jobs)) {
            String old = ended(fixture, "old.txt");
            fixture.clock.advance(Duration.ofDays(300));
            String recent = ended(fixture, "recent.txt");
            fixture.store.write(db -> {
                for (String job : List.of(old, recent)) {
                    db.sql("""
                                    insert into effect (id, incarnation, job_id, generation, step, kind, connection, settings_hash,
                                        idempotency_key, document_key, arrival_seq, output, state, created_at, changed_at)
                                    values ('effect of ' || :job, 1, :job, 1, 1, 'file', 'archive', '', :job, '', 1, 'main', 'done', 0, 0)
                                    """).param("job", job).update();
                }
                return db.sql("update effect set " + how + " = 'effect of ' || :old where job_id = :recent")
                        .param("old", old)
                        .param("recent", recent)
                        .update();
            });
            fixture.clock.advance(Duration.ofDays(100));
            runs(fixture, list).run("owner");
            assertThat(fixture.jobs.find(old)).isEmpty();
            assertThat(fixture.jobs.find(recent)).isPresent();
        }
    }

    @Test
    void firstTheOriginalGoesThenTheJobAndTheLedgerStays(@TempDir Path temp) throws Exception {
        try (ServiceFixture fixture = new ServiceFixture(temp);
                JobList list = new JobList(fixture.store, fixture.jobs)) {
            RetentionRuns runs = runs(fixture, list);
            String ended = ended(fixture, "ended.txt");
            String waiting = fixture.send("waiting.txt", "waiting");
            assertThat(runs.due().get(0).originals()).isZero();
            fixture.clock.advance(Duration.ofDays(31));
            assertThat(runs.due().get(0).originals()).as("a dry count").isEqualTo(1);
            assertThat(fixture.jobs.require(ended).original()).isPresent();

            runs.run("owner");
            Job withoutOriginal = fixture.jobs.require(ended);
            assertThat(withoutOriginal.original()).isEmpty();
            assertThat(withoutOriginal.originalRemovedAt()).contains(fixture.clock.instant());
            assertThat(fixture.jobs.require(waiting).original())
                    .as("what is not at its end is never touched")
                    .isPresent();

            fixture.clock.advance(Duration.ofDays(400));
            runs.run("owner");
            assertThat(fixture.jobs.find(ended)).isEmpty();
            assertThat(fixture.jobs.find(waiting)).isPresent();
            assertThat(fixture.ledger.about(Job.subject(ended)).toString()).contains("original.removed", "job.removed");
            assertThat(fixture.ledger.findBreak()).isEmpty();
        }
    }
}
