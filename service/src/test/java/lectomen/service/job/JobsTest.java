package lectomen.service.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class JobsTest {
    private static final ByteRef BYTES = new ByteRef("ab".repeat(32), 12);

    @TempDir
    private Path temp;

    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2027-03-01T10:00:00Z"));
    private Store store;
    private Ledger ledger;
    private Jobs jobs;
    private long source;

    @BeforeEach
    void open() {
        InstantSource clock = now::get;
        store = FreshStore.open(temp, clock);
        ledger = new Ledger(store, clock);
        jobs = new Jobs(store, ledger, clock);
        source = new Sources(store).ofFolder("/in");
    }

    @AfterEach
    void close() {
        store.close();
    }

    private String arrived(String name) {
        return store.write(db -> {
            String id = jobs.newId(db);
            jobs.create(db, id, Jobs.NewJob.of(source, name, 12, FileType.TEXT, JobState.WAITING), "service");
            ByteStore.use(db, BYTES, now.get().toEpochMilli());
            long seq = db.sql(
                            "insert into arrival (incarnation, source_id, principal, arrived_at) values (1, ?, 'x', 0) returning seq")
                    .param(source)
                    .query(Long.class)
                    .single();
            jobs.arrive(db, id, new Jobs.Arrived(seq, BYTES), FileType.TEXT);
            return id;
        });
    }

    private void move(String id, JobMove move) {
        store.write(db -> {
            jobs.move(db, id, move, "owner");
            return id;
        });
    }

    private Optional<String> takeNext() {
        return store.write(jobs::takeNext).map(Job::id);
    }

    @Test
    void idsCarryTheIncarnationAndAreNeverGivenTwice() {
        assertThat(arrived("a")).isEqualTo("1-1");
        assertThat(arrived("b")).isEqualTo("1-2");
    }

    @Test
    void jobsAreTakenInTheirOrderAndOnlyOnce() {
        String first = arrived("a");
        String second = arrived("b");
        assertThat(takeNext()).contains(first);
        assertThat(takeNext()).contains(second);
        assertThat(takeNext()).isEmpty();
        assertThat(jobs.require(first).state()).isEqualTo(JobState.WORKING);
        assertThat(jobs.require(first).attempt()).isEqualTo(1);
    }

    @Test
    void aJobThatWaitsForItsNextTryIsNotTakenBefore() {
        String id = arrived("a");
        takeNext();
        Reason died = Reason.of("worker.died", "tries", "1");
        move(id, JobMove.waitUntil(now.get().plusSeconds(5), died));
        assertThat(takeNext()).isEmpty();
        assertThat(jobs.require(id).reason()).contains(died);
        now.updateAndGet(instant -> instant.plus(Duration.ofSeconds(5)));
        assertThat(takeNext()).contains(id);
        assertThat(jobs.require(id).reason()).isEmpty();
    }

    @Test
    void aJobThatWasInWorkWhenTheServiceEndedGetsItsTurnAgain() {
        String id = arrived("a");
        takeNext();
        int recovered = store.write(db -> jobs.recover(db, Set.of("file", "withdraw")));
        assertThat(recovered).isEqualTo(1);
        assertThat(takeNext()).contains(id);
    }

    @Test
    void startingAgainBeginsANewGenerationWithoutARule() {
        String id = arrived("a");
        takeNext();
        store.write(db -> {
            jobs.setRule(db, id, new RuleRef("permits", 3));
            return id;
        });
        move(id, JobMove.to(JobState.FAILED, Reason.of("file.empty")));
        store.write(db -> {
            jobs.startAgain(db, id, false, "owner");
            return id;
        });
        Job job = jobs.require(id);
        assertThat(job.generation()).isEqualTo(2);
        assertThat(job.rule()).isEmpty();
        assertThat(job.state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void everyMoveIsInTheLedgerWithoutTheNameOfTheFile() {
        String id = arrived("secret-name.pdf");
        takeNext();
        move(id, JobMove.to(JobState.FAILED, Reason.of("pdf.broken", "problem", "secret words")));
        assertThat(ledger.about(Job.subject(id)))
                .extracting(Ledger.Entry::event)
                .containsExactly("job.made", "job.working", "job.failed");
        assertThat(ledger.about(Job.subject(id)).toString())
                .contains("pdf.broken")
                .doesNotContain("secret");
    }

    @Test
    void listsAreFilteredByStateRuleAndName() {
        String a = arrived("Permit A.pdf");
        String b = arrived("bulletin.txt");
        takeNext();
        store.write(db -> {
            jobs.setRule(db, a, new RuleRef("permits", 1));
            return a;
        });
        assertThat(list(Optional.of(JobState.WAITING), Optional.empty(), Optional.empty()))
                .containsExactly(b);
        assertThat(list(Optional.empty(), Optional.of("permits"), Optional.empty()))
                .containsExactly(a);
        assertThat(list(Optional.empty(), Optional.empty(), Optional.of("permit")))
                .containsExactly(a);
        assertThat(list(Optional.empty(), Optional.empty(), Optional.of("%"))).isEmpty();
        assertThat(list(Optional.empty(), Optional.empty(), Optional.empty())).containsExactly(b, a);
        assertThat(jobs.counts()).isEqualTo(Map.of(JobState.WAITING, 1L, JobState.WORKING, 1L));
    }

    private java.util.List<String> list(Optional<JobState> state, Optional<String> rule, Optional<String> name) {
        try (JobList list = new JobList(store, jobs)) {
            JobList.Filter filter = new JobList.Filter(state, rule, name, Optional.empty(), Optional.empty());
            return list.page(filter, JobList.Order.NEWEST, Optional.empty(), 10).jobs().stream()
                    .map(Job::id)
                    .toList();
        }
    }

    @Test
    void aMoveThatTheTableDoesNotHaveIsRefusedAndChangesNothing() {
        String id = arrived("a");
        takeNext();
        move(id, JobMove.to(JobState.FILED));
        assertThatThrownBy(() -> move(id, JobMove.to(JobState.FAILED)))
                .isInstanceOf(WrongStateException.class)
                .hasMessageContaining("1-1 is filed");
        assertThat(jobs.require(id).state()).isEqualTo(JobState.FILED);
    }

    @ParameterizedTest
    @EnumSource(JobState.class)
    void everyStateIsFoundByItsCode(JobState state) {
        assertThat(JobState.findByCode(state.code())).contains(state);
        assertThat(state.mayBecome(JobState.WORKING))
                .as("only what waits is taken up")
                .isEqualTo(state == JobState.WAITING);
    }

    @ParameterizedTest
    @CsvSource({
        "WAITING,waiting",
        "WORKING,working",
        "NEEDS_REVIEW,needs-review",
        "AWAITING_APPROVAL,awaiting-approval",
        "FILED,filed",
        "UNMATCHED,unmatched",
        "REJECTED,rejected",
        "FAILED,failed",
        "HELD,held",
        "IN_DOUBT,in-doubt",
        "CANCELLED,cancelled"
    })
    void theCodesAreFrozen(JobState state, String code) {
        assertThat(state.code()).isEqualTo(code);
    }
}
