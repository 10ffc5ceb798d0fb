package lectomen.service.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.task.ByteRef;
import lectomen.service.ServiceFixture;
import lectomen.service.bytes.ByteStore;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JobQueueTest {
    private static final ByteRef BYTES = new ByteRef("ab".repeat(32), 12);

    @TempDir
    private Path temp;

    private ServiceFixture fixture;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private String waiting(String folder) {
        long source = fixture.sources.ofFolder(folder);
        return fixture.store.write(db -> {
            String id = fixture.jobs.newId(db);
            fixture.jobs.create(
                    db, id, Jobs.NewJob.of(source, "a.txt", 12, FileType.TEXT, JobState.WAITING), "service");
            ByteStore.use(db, BYTES, 0);
            long seq = db.sql(
                            "insert into arrival (incarnation, source_id, principal, arrived_at) values (1, ?, 'x', 0) returning seq")
                    .param(source)
                    .query(Long.class)
                    .single();
            fixture.jobs.arrive(db, id, new Jobs.Arrived(seq, BYTES), FileType.TEXT);
            return id;
        });
    }

    private List<String> take(int most) {
        return fixture.store.write(db -> fixture.jobs.takeNext(db, most)).stream()
                .map(Job::id)
                .toList();
    }

    @Test
    void aFullFolderKeepsNoOtherWaiting() {
        List<String> full = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            full.add(waiting("/full"));
        }
        String other = waiting("/other");
        String third = waiting("/third");
        assertThat(take(3)).containsExactlyInAnyOrder(full.get(0), other, third);
        assertThat(take(2)).containsExactly(full.get(1), full.get(2));
        String late = waiting("/other");
        assertThat(take(1)).containsExactly(late);
        assertThat(take(1)).containsExactly(full.get(3));
    }

    @Test
    void aHigherPriorityGoesFirstWhateverItsFolder() {
        waiting("/full");
        String urgent = waiting("/full");
        String other = waiting("/other");
        fixture.store.write(db -> {
            fixture.jobs.setPriority(db, urgent, 90);
            fixture.jobs.setPriority(db, other, 10);
            return urgent;
        });
        List<String> order = take(3);
        assertThat(order.get(0)).isEqualTo(urgent);
        assertThat(order.get(2)).isEqualTo(other);
    }

    @Test
    void jobsThatWaitForADestinationHaveNoTurn() {
        String job = waiting("/full");
        fixture.store.write(db -> {
            fixture.jobs.takeNext(db);
            fixture.jobs.move(db, job, JobMove.waitForDestination(Optional.empty(), Optional.empty()), "service");
            return job;
        });
        assertThat(take(5)).isEmpty();
    }

    /** Without the right index each look would go through all waiting jobs, with the one writer held up meanwhile. */
    @Test
    void theSourcesThatWaitAreFoundByTheirIndexAlone() {
        List<String> plan = fixture.store.read(db -> db.sql("explain query plan " + JobQueue.SOURCES)
                .query((row, n) -> row.getString("detail"))
                .list());
        assertThat(plan)
                .filteredOn(step -> step.contains(" job "))
                .hasSize(2)
                .allMatch(step -> step.contains("job_by_turn"))
                .anyMatch(step -> step.contains("source_id>?"));
    }
}
