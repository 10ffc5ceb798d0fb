package lectomen.service.ledger;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectWriter;
import tools.jackson.databind.json.JsonMapper;

/**
 * The history of everything that happened. Entries are only ever added, in the same transaction as what they tell of. Each
 * holds the hash of the one before, so that one changed or taken out later shows. They hold ids, codes, keyed hashes and
 * times, never names, values or comments.
 */
public final class Ledger {
    private static final String BEFORE_THE_FIRST = "0".repeat(64);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<TreeMap<String, String>> FACTS = new TypeReference<>() {};
    private static final ObjectWriter FACTS_WRITER = JSON.writerFor(FACTS);

    /** @param facts of the event, by name */
    public record Entry(
            long seq,
            int incarnation,
            Instant at,
            String principal,
            String event,
            String subject,
            Map<String, String> facts,
            String hash) {}

    /** The last entry's number and hash; number 0 while there is none. */
    public record Head(long seq, String hash) {}

    private final Store store;
    private final InstantSource clock;

    // The head as the writing thread knows it, good until a write is undone.
    private @Nullable Head known;
    private long knownAtRollbacks;

    private final Map<String, LongAdder> appended = new ConcurrentHashMap<>();
    private volatile @Nullable Runnable listener;

    public Ledger(Store store, InstantSource clock) {
        this.store = store;
        this.clock = clock;
    }

    /**
     * Adds an entry. Call it inside the write that does what it tells of.
     *
     * @param principal who did it: a token, a person or a rule, or {@code service}
     * @param facts name, value, name, value
     */
    public void append(JdbcClient db, String principal, String event, String subject, String... facts) {
        Map<String, String> factsByName = new TreeMap<>();
        for (int i = 0; i < facts.length; i += 2) {
            factsByName.put(facts[i], facts[i + 1]);
        }
        Head before = known != null && knownAtRollbacks == store.rollbacks() ? known : head(db);
        long seq = before.seq() + 1;
        long at = clock.millis();
        int incarnation = store.identity().incarnation();
        String factsText = FACTS_WRITER.writeValueAsString(factsByName);
        String hash = hash(before.hash(), seq, incarnation, at, principal, event, subject, factsText);
        db.sql("""
                        insert into ledger (seq, incarnation, at, principal, event, subject, facts, previous_hash, hash)
                        values (?, ?, ?, ?, ?, ?, ?, ?, ?)
                        """)
                .params(seq, incarnation, at, principal, event, subject, factsText, before.hash(), hash)
                .update();
        known = new Head(seq, hash);
        knownAtRollbacks = store.rollbacks();
        store.afterCommit(() -> {
            appended.computeIfAbsent(event, key -> new LongAdder()).increment();
            if (listener != null) {
                listener.run();
            }
        });
    }

    /** Has something told after each commit that added entries. Register while the service is put together. */
    public void onAppend(Runnable told) {
        listener = told;
    }

    /** How many entries of each event were added since the service started. */
    public Map<String, Long> appended() {
        Map<String, Long> counts = new TreeMap<>();
        appended.forEach((event, count) -> counts.put(event, count.sum()));
        return counts;
    }

    public Head head() {
        return store.read(this::head);
    }

    private Head head(JdbcClient db) {
        return db.sql("select seq, hash from ledger order by seq desc limit 1")
                .query((row, n) -> new Head(row.getLong("seq"), row.getString("hash")))
                .optional()
                .orElse(new Head(0, BEFORE_THE_FIRST));
    }

    /** All entries about one job, rule or other subject, oldest first. */
    public List<Entry> about(String subject) {
        return store.read(db -> db.sql("select * from ledger where subject = ? order by seq")
                .param(subject)
                .query(Ledger::entry)
                .list());
    }

    /** The latest entry about a subject that has some. */
    public Entry lastAbout(JdbcClient db, String subject) {
        return db.sql("select * from ledger where subject = ? order by seq desc limit 1")
                .param(subject)
                .query(Ledger::entry)
                .single();
    }

    /** Entries after a number, oldest first. @param subject empty for all */
    public List<Entry> after(long seq, Optional<String> subject, int most) {
        String which = subject.isPresent() ? " and subject = :subject" : "";
        return store.read(db -> db.sql("select * from ledger where seq > :seq" + which + " order by seq limit :most")
                .param("seq", seq)
                .param("subject", subject.orElse(""))
                .param("most", most)
                .query(Ledger::entry)
                .list());
    }

    /**
     * Which entries are looked for; what is empty does not matter.
     *
     * @param subject such as "job 1-17"
     * @param principal who did it
     * @param event what happened, or how its name begins
     */
    public record Query(
            Optional<String> subject,
            Optional<String> principal,
            Optional<String> event,
            Optional<Instant> since,
            Optional<Instant> until) {}

    /** The newest entries that fit, the newest first. @param before only those with a lower number */
    public List<Entry> newest(Query query, long before, int most) {
        List<String> where = new ArrayList<>(List.of("seq < :before"));
        query.subject().ifPresent(subject -> where.add("subject = :subject"));
        query.principal().ifPresent(principal -> where.add("principal = :principal"));
        query.event().ifPresent(event -> where.add("substr(event, 1, length(:event)) = :event"));
        query.since().ifPresent(since -> where.add("at >= :since"));
        query.until().ifPresent(until -> where.add("at < :until"));
        return store.read(db -> db.sql(
                        "select * from ledger where " + String.join(" and ", where) + " order by seq desc limit :most")
                .param("before", before)
                .param("subject", query.subject().orElse(""))
                .param("principal", query.principal().orElse(""))
                .param("event", query.event().orElse(""))
                .param("since", query.since().map(Instant::toEpochMilli).orElse(0L))
                .param("until", query.until().map(Instant::toEpochMilli).orElse(0L))
                .param("most", most)
                .query(Ledger::entry)
                .list());
    }

    private static Entry entry(ResultSet row, int n) throws SQLException {
        return new Entry(
                row.getLong("seq"),
                row.getInt("incarnation"),
                Instant.ofEpochMilli(row.getLong("at")),
                row.getString("principal"),
                row.getString("event"),
                row.getString("subject"),
                JSON.readValue(row.getString("facts"), FACTS),
                row.getString("hash"));
    }

    /** The number of the first entry that does not fit the one before it or its own hash; empty when the chain is whole. */
    public Optional<Long> findBreak() {
        return store.read(db -> {
            String[] before = {BEFORE_THE_FIRST};
            long[] wanted = {1};
            Long[] broken = {null};
            db.sql("select * from ledger order by seq").query(row -> {
                String hash = hash(
                        before[0],
                        row.getLong("seq"),
                        row.getInt("incarnation"),
                        row.getLong("at"),
                        row.getString("principal"),
                        row.getString("event"),
                        row.getString("subject"),
                        row.getString("facts"));
                boolean whole = row.getLong("seq") == wanted[0]
                        && row.getString("previous_hash").equals(before[0])
                        && row.getString("hash").equals(hash);
                if (!whole && broken[0] == null) {
                    broken[0] = row.getLong("seq");
                }
                before[0] = row.getString("hash");
                wanted[0]++;
            });
            return Optional.ofNullable(broken[0]);
        });
    }

    private static String hash(Object... parts) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (Object part : parts) {
                byte[] bytes = part.toString().getBytes(StandardCharsets.UTF_8);
                digest.update((bytes.length + ":").getBytes(StandardCharsets.US_ASCII));
                digest.update(bytes);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }
}
