package lectomen.service.rulebook;

import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.zip.CRC32C;
import lectomen.engine.plan.RuleRef;
import lectomen.engine.rule.NeverWins;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleReading;
import lectomen.engine.rule.Site;
import lectomen.service.home.Settings;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.Store;
import lectomen.service.store.StoreIdentity;
import org.springframework.jdbc.core.simple.JdbcClient;

/** All rules in their order, with every version that ever was. Safe for several threads. */
public final class Rulebook {
    /** The rules that act, and the number of this state of the rulebook, which grows with every change. */
    public record Acting(long version, List<LiveRule> rules) {
        public Acting {
            rules = List.copyOf(rules);
        }

        /** Those that take files from the folder, in order. */
        public List<LiveRule> from(String folder) {
            return rules.stream()
                    .filter(live -> live.rule().findFrom(folder).isPresent())
                    .toList();
        }
    }

    /** What came of adding a rule file. */
    public sealed interface Added {
        record As(RuleEntry entry) implements Added {}

        record Refused(RuleReading.Bad bad) implements Added {}
    }

    private final Store store;
    private final Ledger ledger;
    private final Settings settings;
    private final Supplier<Site> site;
    private final InstantSource clock;
    private final List<Runnable> listeners = new ArrayList<>();
    private volatile Acting acting;

    public Rulebook(Store store, Ledger ledger, Settings settings, Supplier<Site> site, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.settings = settings;
        this.site = site;
        this.clock = clock;
        this.acting = store.read(this::load);
    }

    /** Called after each change of what acts. Register while the service is put together. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    public Acting acting() {
        return acting;
    }

    /** Checks a rule file as if it were added. */
    public RuleReading check(String text) {
        RuleReading reading = RuleReader.read(text, site.get());
        String id = reading instanceof RuleReading.Good good ? good.rule().id() : "";
        List<RuleDocument> others = new ArrayList<>();
        for (RuleEntry entry : list()) {
            boolean counts = entry.state() != RuleState.RETIRED && !entry.id().equals(id);
            if (counts && RuleReader.read(entry.text(), site.get()) instanceof RuleReading.Good good) {
                others.add(good.rule());
            }
        }
        return new RuleCheck(settings, site.get()).check(text, others);
    }

    /** Adds the rule, or a new version of it. It acts only once it is put live; until then an older live version goes on. */
    public Added add(String text, String principal) {
        return add(text, "", Optional.empty(), principal);
    }

    /**
     * The same, if the rule is as its writer saw it.
     *
     * @param reason why, in the author's words; may be empty
     * @param unchanged tells whether it is; empty to add whatever happened since
     * @throws RuleChangedException if it is not
     */
    public Added add(String text, String reason, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        RuleReading reading = check(text);
        if (reading instanceof RuleReading.Bad bad) {
            return new Added.Refused(bad);
        }
        String id = ((RuleReading.Good) reading).rule().id();
        store.write(db -> {
            Optional<RuleEntry> known = find(db, id);
            requireUnchanged(id, known, unchanged);
            boolean sameText = known.filter(entry -> entry.text().equals(text)).isPresent();
            return sameText ? 0 : insertVersion(db, id, known, text, reason, principal);
        });
        return new Added.As(require(id));
    }

    private int insertVersion(
            JdbcClient db, String id, Optional<RuleEntry> known, String text, String reason, String principal) {
        int version = known.map(entry -> entry.latestVersion() + 1).orElse(1);
        if (known.isEmpty()) {
            db.sql("""
                            insert into rule (id, position, state, latest_version)
                            values (:id, (select coalesce(max(position), 0) + 1 from rule), 'draft', 1)
                            """).param("id", id).update();
        } else {
            db.sql("update rule set latest_version = :version where id = :id")
                    .param("version", version)
                    .param("id", id)
                    .update();
        }
        db.sql("""
                        insert into rule_version (rule_id, version, text, sha256, principal, added_at, reason)
                        values (:id, :version, :text, :sum, :principal, :now, :reason)
                        """)
                .param("id", id)
                .param("version", version)
                .param("text", text)
                .param("sum", checksum(text))
                .param("principal", principal)
                .param("now", clock.millis())
                .param("reason", reason)
                .update();
        ledger.append(
                db, principal, "rule.added", "rule " + id, "version", Integer.toString(version), "sum", checksum(text));
        return version;
    }

    private static String checksum(String text) {
        CRC32C sum = new CRC32C();
        sum.update(text.getBytes(StandardCharsets.UTF_8));
        return Long.toHexString(sum.getValue());
    }

    /**
     * Makes the latest version act.
     *
     * @throws NoSuchRuleException if there is no such rule
     */
    public RuleEntry putLive(String id, String principal) {
        return putLive(id, Optional.empty(), principal);
    }

    /** @throws RuleChangedException if the rule is not as the caller saw it */
    public RuleEntry putLive(String id, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        return change(id, RuleState.LIVE, unchanged, principal);
    }

    /** Stops a rule from taking more files; what it took goes on. */
    public RuleEntry pause(String id, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        return change(id, RuleState.PAUSED, unchanged, principal);
    }

    /** Takes a rule out of use for good, as far as anybody means it; its versions stay, and it can be put live again. */
    public RuleEntry retire(String id, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        return change(id, RuleState.RETIRED, unchanged, principal);
    }

    /**
     * Puts the rules in another order: a file goes to the first that wants it.
     *
     * @param ids of all rules
     * @return false, and nothing changed, if these are not all rules, such as when one was added meanwhile
     */
    public boolean putInOrder(List<String> ids, String principal) {
        boolean done = store.write(db -> {
            List<String> known =
                    db.sql("select id from rule").query(String.class).list();
            if (ids.size() != known.size() || !new HashSet<>(ids).equals(new HashSet<>(known))) {
                return false;
            }
            for (int i = 0; i < ids.size(); i++) {
                db.sql("update rule set position = ? where id = ?")
                        .params(i + 1, ids.get(i))
                        .update();
            }
            ledger.append(db, principal, "rulebook.ordered", "rulebook");
            StoreIdentity.next(db, "rulebook");
            return true;
        });
        if (done) {
            acting = store.read(this::load);
            listeners.forEach(Runnable::run);
        }
        return done;
    }

    private static void requireUnchanged(
            String id, Optional<RuleEntry> known, Optional<Predicate<RuleEntry>> unchanged) {
        boolean same = unchanged.isEmpty() || known.filter(unchanged.get()).isPresent();
        if (!same) {
            throw new RuleChangedException(id);
        }
    }

    private RuleEntry change(String id, RuleState to, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        store.write(db -> {
            RuleEntry entry = find(db, id).orElseThrow(() -> new NoSuchRuleException(id));
            requireUnchanged(id, Optional.of(entry), unchanged);
            int live = to == RuleState.LIVE
                    ? entry.latestVersion()
                    : entry.liveVersion().orElse(0);
            db.sql("update rule set state = :state, live_version = nullif(:live, 0) where id = :id")
                    .param("state", to.code())
                    .param("live", live)
                    .param("id", id)
                    .update();
            ledger.append(db, principal, "rule." + to.code(), "rule " + id, "version", Integer.toString(live));
            StoreIdentity.next(db, "rulebook");
            return live;
        });
        acting = store.read(this::load);
        listeners.forEach(Runnable::run);
        return require(id);
    }

    private Acting load(JdbcClient db) {
        long version = db.sql("select next from sequence where name = 'rulebook'")
                .query(Long.class)
                .optional()
                .orElse(0L);
        List<LiveRule> rules = new ArrayList<>();
        db.sql("""
                        select r.id, v.version, v.text from rule r
                        join rule_version v on v.rule_id = r.id and v.version = r.live_version
                        where r.state = 'live' order by r.position
                        """).query(row -> {
            String text = row.getString("text");
            if (RuleReader.read(text, site.get()) instanceof RuleReading.Good good) {
                rules.add(new LiveRule(new RuleRef(row.getString("id"), row.getInt("version")), good.rule(), text));
            }
        });
        return new Acting(version, rules);
    }

    /** The rules that should act but can't be read with today's settings, as sentences. */
    public List<String> broken() {
        List<String> broken = new ArrayList<>();
        for (RuleEntry entry : list()) {
            if (entry.state() == RuleState.LIVE) {
                String text = requireVersion(entry.id(), entry.liveVersion().orElse(entry.latestVersion()));
                if (RuleReader.read(text, site.get()) instanceof RuleReading.Bad bad) {
                    broken.add("Rule " + entry.id() + " is live but does not act: "
                            + bad.problems().get(0));
                }
            }
        }
        return broken;
    }

    /** Why a live rule takes nothing, in words; empty where it acts, or is not meant to. */
    public Optional<String> whyNotActing(RuleEntry entry) {
        if (entry.state() != RuleState.LIVE) {
            return Optional.empty();
        }
        String text = requireVersion(entry.id(), entry.liveVersion().orElse(entry.latestVersion()));
        if (RuleReader.read(text, site.get()) instanceof RuleReading.Bad bad) {
            return Optional.of("it can no longer be read: " + bad.problems().get(0));
        }
        List<RuleDocument> all = acting.rules().stream().map(LiveRule::rule).toList();
        return Optional.ofNullable(NeverWins.find(all).get(entry.id()))
                .map(before -> "rule " + before + ", which is asked before it, takes every file that it could want");
    }

    public List<RuleEntry> list() {
        return store.read(db ->
                db.sql(SELECT + " order by r.position").query(Rulebook::entry).list());
    }

    public Optional<RuleEntry> find(String id) {
        return store.read(db -> find(db, id));
    }

    /** @throws NoSuchRuleException if there is no such rule */
    public RuleEntry require(String id) {
        return find(id).orElseThrow(() -> new NoSuchRuleException(id));
    }

    /** The rules, retired ones apart, whose latest version names the lookup. */
    public List<String> usersOfLookup(String lookup) {
        return list().stream()
                .filter(entry -> entry.state() != RuleState.RETIRED)
                .filter(entry -> RuleReader.read(entry.text(), site.get()) instanceof RuleReading.Good good
                        && good.rule().lookups().contains(lookup))
                .map(RuleEntry::id)
                .toList();
    }

    /** Reads the rules anew, since what they rest on has changed. */
    public void readAnew() {
        acting = store.read(this::load);
        listeners.forEach(Runnable::run);
    }

    /** One version of a rule. @param reason why it was made; may be empty */
    public record Version(int version, String addedBy, Instant addedAt, String reason) {}

    /** All versions of a rule, the newest first. */
    public List<Version> versions(String id) {
        require(id);
        return store.read(db -> db.sql("select * from rule_version where rule_id = ? order by version desc")
                .param(id)
                .query((row, n) -> new Version(
                        row.getInt("version"),
                        row.getString("principal"),
                        Instant.ofEpochMilli(row.getLong("added_at")),
                        row.getString("reason")))
                .list());
    }

    /** The text of one version of a rule. */
    public String requireVersion(String id, int version) {
        return store.read(db -> db.sql("select text from rule_version where rule_id = ? and version = ?")
                .params(id, version)
                .query(String.class)
                .optional()
                .orElseThrow(() -> new NoSuchRuleException(id)));
    }

    private static Optional<RuleEntry> find(JdbcClient db, String id) {
        return db.sql(SELECT + " where r.id = :id")
                .param("id", id)
                .query(Rulebook::entry)
                .optional();
    }

    private static final String SELECT = """
            select r.id, r.position, r.state, r.latest_version, r.live_version, v.text, v.principal, v.added_at
            from rule r join rule_version v on v.rule_id = r.id and v.version = r.latest_version
            """;

    private static RuleEntry entry(ResultSet row, int n) throws SQLException {
        int live = row.getInt("live_version");
        return new RuleEntry(
                row.getString("id"),
                row.getInt("position"),
                RuleState.ofCode(row.getString("state")),
                row.getInt("latest_version"),
                live == 0 ? Optional.empty() : Optional.of(live),
                row.getString("text"),
                row.getString("principal"),
                Instant.ofEpochMilli(row.getLong("added_at")));
    }
}
