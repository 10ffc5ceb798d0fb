package lectomen.service.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

class StoreTest {
    private static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2027-03-01T10:00:00Z"));

    @TempDir
    private Path temp;

    private Store store;

    @BeforeEach
    void open() {
        store = FreshStore.open(temp, CLOCK);
    }

    @AfterEach
    void close() {
        store.close();
    }

    private long next(String name) {
        return store.write(db -> StoreIdentity.next(db, name));
    }

    @Test
    void aSequenceCountsWithoutGapFromOneAndGoesOnAfterAnotherStart() {
        assertThat(List.of(next("job"), next("job"), next("effect"))).containsExactly(1L, 2L, 1L);
        store.close();
        store = Store.open(temp, CLOCK);
        assertThat(next("job")).isEqualTo(3);
    }

    @Test
    void theIdentityStays() {
        StoreIdentity before = store.identity();
        store.close();
        store = Store.open(temp, CLOCK);
        assertThat(store.identity()).isEqualTo(before);
    }

    @Test
    void aWriteThatFailsWritesNothingAndHarmsNoOther() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(16);
        try {
            List<Future<Boolean>> results = IntStream.range(0, 400)
                    .mapToObj(i -> threads.submit(() -> {
                        try {
                            store.write(db -> {
                                StoreIdentity.next(db, "shared");
                                if (i % 4 == 0) {
                                    throw new IllegalStateException("on purpose");
                                }
                                return i;
                            });
                            return true;
                        } catch (IllegalStateException e) {
                            assertThat(e).hasMessage("on purpose");
                            return false;
                        }
                    }))
                    .toList();
            int written = 0;
            for (Future<Boolean> result : results) {
                written += result.get() ? 1 : 0;
            }
            assertThat(written).isEqualTo(300);
        } finally {
            threads.shutdown();
        }
        assertThat(next("shared")).isEqualTo(301);
    }

    @Test
    void aWriteInsideAWriteIsPartOfIt() {
        assertThatThrownBy(() -> store.write(db -> {
                    next("inner");
                    throw new IllegalStateException("outer");
                }))
                .hasMessage("outer");
        assertThat(next("inner")).isEqualTo(1);
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void writesGoOnAfterTheDatabaseHasUndoneATransactionByItself() {
        assertThatThrownBy(() -> store.write(db -> {
                    next("undone");
                    db.sql("rollback").update(); // as it does when the disk is full
                    throw new IllegalStateException("full");
                }))
                .hasMessageContaining("full");
        assertThat(List.of(next("undone"), next("undone"))).containsExactly(1L, 2L);
        assertThat(store.hasWriter()).isTrue();
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void neitherAnErrorNorACallbackThatThrowsEndsTheWriter() {
        assertThatThrownBy(() -> store.write(db -> {
                    next("undone");
                    throw new StackOverflowError("too deep");
                }))
                .hasRootCauseMessage("too deep");
        assertThat(store.<Long>write(db -> {
                    store.afterCommit(() -> {
                        throw new IllegalStateException("told in vain");
                    });
                    return next("kept");
                }))
                .isEqualTo(1);
        assertThat(List.of(next("undone"), next("kept"))).containsExactly(1L, 2L);
    }

    private void leaveRoomFor(int morePages) {
        store.write(db -> {
            int pages = db.sql("pragma page_count").query(Integer.class).single();
            return db.sql("pragma max_page_count = " + (pages + morePages))
                    .query(Integer.class)
                    .single();
        });
    }

    private void writeBig() {
        store.write(db ->
                db.sql("insert into big (bytes) values (zeroblob(1000000))").update());
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void aFullDiskIsSaidUntilAWriteSucceedsAgain() {
        store.write(db -> db.sql("create table big (bytes blob)").update());
        assertThat(store.findTrouble()).isEmpty();
        leaveRoomFor(0);
        assertThatThrownBy(this::writeBig).rootCause().hasMessageContaining("full");
        assertThat(store.findTrouble())
                .hasValueSatisfying(problem -> assertThat(problem).contains("full"));
        store.write(db -> "nothing");
        assertThat(store.findTrouble()).as("nothing was written").isPresent();
        leaveRoomFor(1_000);
        writeBig();
        assertThat(store.findTrouble()).isEmpty();
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void nobodyWaitsForAStoreThatIsClosed() {
        store.close();
        assertThat(store.hasWriter()).isFalse();
        assertThatThrownBy(() -> next("job")).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void whoReadsCanNotWrite() {
        assertThatThrownBy(() -> store.read(db -> StoreIdentity.next(db, "x")))
                .rootCause()
                .hasMessageContaining("readonly database");
        assertThat(next("x")).isEqualTo(1);
    }

    @Test
    void aStoreOfANewerVersionIsRefusedAndLeftAsItIs() throws Exception {
        store.write(db -> db.sql("""
                        insert into migration (installed_rank, version, description, type, script, checksum, installed_by,
                            execution_time, success)
                        values (99, '99', 'from the future', 'SQL', 'v99__from_the_future.sql', 1, 'x', 1, 1)
                        """).update());
        store.write(db -> db.sql("pragma user_version = 99").update());
        store.close();
        assertThatThrownBy(() -> Store.open(temp, CLOCK))
                .isInstanceOf(NewerStoreException.class)
                .hasMessageContaining("99");
        assertThat(Files.exists(temp.resolve("lectomen.db"))).isTrue();
    }
}
