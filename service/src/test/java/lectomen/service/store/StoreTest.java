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
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoreTest {
    private static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2027-03-01T10:00:00Z"));

    @TempDir
    private Path temp;

    private Store store;

    @BeforeEach
    void open() {
        store = Store.open(temp, CLOCK);
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
        store.close();
        assertThatThrownBy(() -> Store.open(temp, CLOCK))
                .isInstanceOf(NewerStoreException.class)
                .hasMessageContaining("99");
        assertThat(Files.exists(temp.resolve("lectomen.db"))).isTrue();
    }
}
