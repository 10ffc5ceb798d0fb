package lectomen.service.effect;

import java.util.Optional;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.store.Store;

/** Finds results of effects that were neither replaced nor withdrawn. */
public final class StandingResults {
    private final Store store;
    private final KeyedHash keyed;

    public StandingResults(Store store, KeyedHash keyed) {
        this.store = store;
        this.keyed = keyed;
    }

    /** The effect whose result stands at a place and was filed by the rule. */
    public Optional<String> findAt(String connection, String place, String rule) {
        return store.read(db -> db.sql("""
                        select effect_id from receipt
                        where place_key = ? and rule_id = ? and ended_at is null order by rowid desc limit 1
                        """)
                .params(keyed.of("place " + connection + "/" + place), rule)
                .query(String.class)
                .optional());
    }

    /** The effect whose result stands for a document with that key. */
    public Optional<String> findOfDocument(String documentKey) {
        return store.read(db -> db.sql("""
                        select effect_id from receipt
                        where document_key = ? and document_key <> '' and ended_at is null order by rowid desc limit 1
                        """)
                .params(keyed.of("document " + documentKey))
                .query(String.class)
                .optional());
    }
}
