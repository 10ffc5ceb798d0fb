package lectomen.service.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Map;
import lectomen.service.store.FreshStore;
import lectomen.service.store.Store;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LedgerTest {
    @TempDir
    private Path temp;

    private Store store;
    private Ledger ledger;

    @BeforeEach
    void open() {
        InstantSource clock = InstantSource.fixed(Instant.parse("2027-03-01T10:00:00Z"));
        store = FreshStore.open(temp, clock);
        ledger = new Ledger(store, clock);
        for (int i = 1; i <= 20; i++) {
            String job = "job 1-" + i % 3;
            store.write(db -> {
                ledger.append(db, "owner", "job.made", job, "state", "waiting");
                return job;
            });
        }
    }

    @AfterEach
    void close() {
        store.close();
    }

    @Test
    void entriesTellOfTheirSubjectInOrder() {
        assertThat(ledger.about("job 1-2"))
                .extracting(Ledger.Entry::seq)
                .containsExactly(2L, 5L, 8L, 11L, 14L, 17L, 20L);
        assertThat(ledger.about("job 1-2").get(0).facts()).isEqualTo(Map.of("state", "waiting"));
        assertThat(ledger.head().seq()).isEqualTo(20);
    }

    @Test
    void anUntouchedChainIsWhole() {
        assertThat(ledger.findBreak()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "update ledger set facts = '{}' where seq = 7",
                "update ledger set principal = 'nobody' where seq = 7",
                "update ledger set at = at + 1 where seq = 7",
                "update ledger set hash = 'x' where seq = 7",
                "update ledger set previous_hash = 'x' where seq = 7"
            })
    void aChangedEntryShows(String change) {
        store.write(db -> db.sql(change).update());
        assertThat(ledger.findBreak()).contains(7L);
    }

    @Test
    void aMissingEntryShows() {
        store.write(db -> db.sql("delete from ledger where seq = 7").update());
        assertThat(ledger.findBreak()).contains(8L);
    }

    @Test
    void theHeadIsKeptOutsideTheDatabase() throws Exception {
        LedgerHeadFile file = new LedgerHeadFile(temp.resolve("head"));
        assertThat(file.find()).isEmpty();
        file.keep(ledger.head());
        assertThat(new LedgerHeadFile(temp.resolve("head")).find()).contains(ledger.head());
    }

    @Test
    void aStoreThatWasSetBackIsSaid() throws Exception {
        try (LedgerKeeper keeper = new LedgerKeeper(ledger, temp.resolve("head"))) {
            keeper.start();
            assertThat(keeper.warning()).isEmpty();
        }
        store.write(db -> db.sql("delete from ledger where seq > 15").update());
        for (int start = 1; start <= 2; start++) {
            try (LedgerKeeper keeper = new LedgerKeeper(ledger, temp.resolve("head"))) {
                keeper.start();
                assertThat(keeper.warning().orElseThrow())
                        .as("said at each start")
                        .contains("15 entries and had 20");
            }
        }
    }

    @Test
    void keyedHashesCompareButDifferByKey() {
        KeyedHash one = new KeyedHash(new byte[32]);
        byte[] other = new byte[32];
        other[0] = 1;
        assertThat(one.of("permit.pdf"))
                .isEqualTo(one.of("permit.pdf"))
                .isNotEqualTo(one.of("permit.pdF"))
                .isNotEqualTo(new KeyedHash(other).of("permit.pdf"));
    }
}
