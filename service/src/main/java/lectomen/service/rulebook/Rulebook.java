package lectomen.service.rulebook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import lectomen.engine.facts.Site;
import lectomen.engine.rule.FollowUp;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleSentences;
import lectomen.engine.rule.UnreachableRules;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.rulefile.Sentence;
import lectomen.service.home.Settings;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import lectomen.service.store.StoreIdentity;
import org.springframework.jdbc.core.simple.JdbcClient;

/** All rules in their order, with all their versions. Safe for several threads. */
public final class Rulebook {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "rule_version",
            List.of("text", "reason"),
            ErasableColumns.Subject.RULE,
            "update rule_version set text = '', reason = '' where rule_id = ?"));

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

    /** The result of adding a rule file. */
    public sealed interface Added {
        record As(RuleEntry entry) implements Added {}

        record Refused(RuleReadResult.Bad bad) implements Added {}
    }

    private final Store store;
    private final Ledger ledger;
    private final Settings settings;
    private final Supplier<Site> site;
    private final Supplier<Set<String>> contacts;
    private final PrinterCheck printers;
    private final RuleVersions versions;
    private final List<Runnable> listeners = new ArrayList<>();
    private final Map<String, String> renamed = new ConcurrentHashMap<>();
    private final Object loading = new Object();
    private volatile Acting acting;

    /**
     * @param contacts the groups and people that rules can name
     * @param printers checks what rules ask of printers
     */
    public Rulebook(
            Store store,
            Ledger ledger,
            Settings settings,
            Supplier<Site> site,
            Supplier<Set<String>> contacts,
            PrinterCheck printers,
            InstantSource clock) {
        this.contacts = contacts;
        this.printers = printers;
        this.store = store;
        this.ledger = ledger;
        this.settings = settings;
        this.site = site;
        this.versions = new RuleVersions(ledger, clock);
        this.acting = store.read(this::load);
    }

    /** Called after each change of what acts. Register while the service is put together. */
    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    public Acting acting() {
        return acting;
    }

    /** Checks a rule as if it were added, with the shared parts as they are now. */
    public RuleReadResult check(String text) {
        return check(withParts(text));
    }

    /** Checks a rule by itself and against the others. */
    public RuleReadResult check(RuleFile file) {
        RuleReadResult reading = RuleReader.read(file, site.get());
        String id = reading instanceof RuleReadResult.Good good ? good.rule().id() : "";
        List<RuleDocument> others = new ArrayList<>();
        for (RuleEntry entry : list()) {
            boolean counts = entry.state() != RuleState.RETIRED && !entry.id().equals(id);
            if (counts && read(entry) instanceof RuleReadResult.Good good) {
                others.add(good.rule());
            }
        }
        return new RuleCheck(settings, contacts.get(), printers).check(reading, others);
    }

    /** The latest version of a rule, as it reads with today's settings. */
    public RuleReadResult read(RuleEntry entry) {
        return RuleReader.read(entry.file(), site.get());
    }

    /** How a version reads with today's settings; nothing where it can't be read. */
    public List<String> aloud(RuleFile file) {
        return RuleReader.read(file, site.get()) instanceof RuleReadResult.Good good
                ? RuleSentences.of(good.rule()).stream().map(Sentence::words).toList()
                : List.of();
    }

    /** A rule that is not in the rulebook, with the shared parts as they are now. */
    public RuleFile withParts(String text) {
        return new RuleFile(text, store.read(PartRows::texts));
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
        return add(withParts(text), reason, unchanged, principal);
    }

    /** The same for a rule with parts as they may have been earlier. */
    public Added add(RuleFile file, String reason, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        RuleReadResult reading = check(file);
        if (reading instanceof RuleReadResult.Bad bad) {
            return new Added.Refused(bad);
        }
        RuleDocument rule = ((RuleReadResult.Good) reading).rule();
        RuleFile used = onlyUsed(file, rule);
        store.write(db -> {
            Optional<RuleEntry> known = find(db, rule.id());
            requireUnchanged(rule.id(), known, unchanged);
            boolean same = known.filter(entry -> entry.file().equals(used)).isPresent();
            if (!same) {
                versions.insert(db, rule.id(), known, file.text(), PartRows.versionsOf(db, used), reason, principal);
            }
            return same;
        });
        return new Added.As(require(rule.id()));
    }

    private static RuleFile onlyUsed(RuleFile file, RuleDocument rule) {
        Map<String, String> used = new TreeMap<>(file.parts());
        used.keySet().retainAll(rule.parts());
        return new RuleFile(file.text(), used);
    }

    /** Writes a version of a rule that differs by its parts alone. */
    void addWithParts(JdbcClient db, String id, RuleFile file, String reason, String principal) {
        if (RuleReader.read(file, site.get()) instanceof RuleReadResult.Good good) {
            RuleFile used = onlyUsed(file, good.rule());
            versions.insert(db, id, find(db, id), file.text(), PartRows.versionsOf(db, used), reason, principal);
        }
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

    /** Stops a rule from taking more files; what it has planned is filed, what it has yet to read waits. */
    public RuleEntry pause(String id, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        return change(id, RuleState.PAUSED, unchanged, principal);
    }

    /** Takes a rule out of use for good, as far as anybody means it; its versions stay, and it can be put live again. */
    public RuleEntry retire(String id, Optional<Predicate<RuleEntry>> unchanged, String principal) {
        return change(id, RuleState.RETIRED, unchanged, principal);
    }

    /**
     * Puts the rules in another order: a file goes to the first that matches it.
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
            reload();
        }
        return done;
    }

    /**
     * Gives a rule another id.
     *
     * @param text what becomes of the text of each version
     * @param besides what is done in the same write
     */
    public RuleEntry rename(
            String from, String to, UnaryOperator<String> text, Consumer<JdbcClient> besides, String principal) {
        store.write(db -> {
            versions.rename(db, from, to, text, principal);
            renamed.put(from, to); // known to every later write, also one of the same commit
            besides.accept(db);
            StoreIdentity.next(db, "rulebook");
            return to;
        });
        readAgain();
        return require(to);
    }

    /** What a rule is called now that may have been renamed while a worker was at a document of it. Call it in a write. */
    public RuleRef nowCalled(JdbcClient db, RuleRef rule) {
        String id = rule.id();
        for (String next = renamed.get(id); next != null && find(db, id).isEmpty(); next = renamed.get(id)) {
            id = next;
        }
        return new RuleRef(id, rule.version());
    }

    /** What the keys of a rule's documents are made with, whatever it is called. */
    public static String lineage(JdbcClient db, String id) {
        return db.sql("select lineage from rule where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .orElse(id);
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
        reload();
        return require(id);
    }

    /** Of two changes at once, the one that loads later has seen both. */
    private void reload() {
        synchronized (loading) {
            acting = store.read(this::load);
        }
        listeners.forEach(Runnable::run);
    }

    private Acting load(JdbcClient db) {
        long version = db.sql("select next from sequence where name = 'rulebook'")
                .query(Long.class)
                .optional()
                .orElse(0L);
        List<LiveRule> rules = new ArrayList<>();
        db.sql("""
                        select r.id, v.version, v.text, %s part_texts from rule r
                        join rule_version v on v.rule_id = r.id and v.version = r.live_version
                        where r.state = 'live' order by r.position
                        """.formatted(RuleVersions.PART_TEXTS)).query(row -> {
            RuleFile file = RuleVersions.file(row);
            if (RuleReader.read(file, site.get()) instanceof RuleReadResult.Good good) {
                rules.add(new LiveRule(new RuleRef(row.getString("id"), row.getInt("version")), good.rule(), file));
            }
        });
        return new Acting(version, rules);
    }

    /** The rules that should act but can't be read with today's settings, as sentences. */
    public List<String> broken() {
        List<String> broken = new ArrayList<>();
        for (RuleEntry entry : list()) {
            if (entry.state() == RuleState.LIVE) {
                if (readActing(entry) instanceof RuleReadResult.Bad bad) {
                    broken.add("Rule " + entry.id() + " is live but not used: "
                            + bad.problems().get(0));
                }
            }
        }
        return broken;
    }

    /** The version of a rule that acts, or would, as it reads with today's settings. */
    public RuleReadResult readActing(RuleEntry entry) {
        int version = entry.liveVersion().orElse(entry.latestVersion());
        return RuleReader.read(requireVersion(entry.id(), version), site.get());
    }

    /** What follows such an end in that version of a rule. */
    public Optional<FollowUp> findFollowUp(RuleRef rule, FollowUp.End end) {
        return findDocument(rule)
                .flatMap(document -> Optional.ofNullable(document.then().get(end)));
    }

    /** A version of a rule, as it reads with today's settings; empty where it no longer does. */
    public Optional<RuleDocument> findDocument(RuleRef rule) {
        return acting.rules().stream()
                .filter(live -> live.ref().equals(rule))
                .map(LiveRule::rule)
                .findFirst()
                .or(() -> readVersion(rule));
    }

    private Optional<RuleDocument> readVersion(RuleRef rule) {
        return RuleReader.read(requireVersion(rule.id(), rule.version()), site.get())
                        instanceof RuleReadResult.Good good
                ? Optional.of(good.rule())
                : Optional.empty();
    }

    /** Why a live rule takes nothing, in words; empty where it acts, or is not meant to. */
    public Optional<String> whyNotActing(RuleEntry entry) {
        if (entry.state() != RuleState.LIVE) {
            return Optional.empty();
        }
        if (readActing(entry) instanceof RuleReadResult.Bad bad) {
            return Optional.of("it can no longer be read: " + bad.problems().get(0));
        }
        List<RuleDocument> all = acting.rules().stream().map(LiveRule::rule).toList();
        return Optional.ofNullable(UnreachableRules.find(all).get(entry.id()))
                .map(before -> "rule " + before + ", which comes before it, takes every file that it could match");
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
        return users(rule -> rule.lookups().contains(lookup));
    }

    /** The rules, retired ones apart, whose latest version names the group or person as a contact. */
    public List<String> usersOfContact(String name) {
        return users(rule ->
                rule.namedPeople().stream().anyMatch(contact -> contact.name().equals(name)));
    }

    private List<String> users(Predicate<RuleDocument> uses) {
        return list().stream()
                .filter(entry -> entry.state() != RuleState.RETIRED)
                .filter(entry -> read(entry) instanceof RuleReadResult.Good good && uses.test(good.rule()))
                .map(RuleEntry::id)
                .toList();
    }

    /** Reads the rules again, since what they depend on has changed. */
    public void readAgain() {
        reload();
    }

    /** One version of a rule. @param reason why it was made; may be empty */
    public record Version(int version, String addedBy, Instant addedAt, String reason) {}

    /** All versions of a rule, the newest first. */
    public List<Version> versions(String id) {
        require(id);
        return store.read(db -> RuleVersions.list(db, id));
    }

    /** One version of a rule as it was written. */
    public RuleFile requireVersion(String id, int version) {
        return store.read(db -> RuleVersions.require(db, id, version));
    }

    private static Optional<RuleEntry> find(JdbcClient db, String id) {
        return db.sql(SELECT + " where r.id = :id")
                .param("id", id)
                .query(Rulebook::entry)
                .optional();
    }

    private static final String SELECT = """
            select r.id, r.position, r.state, r.latest_version, r.live_version, v.text, v.principal, v.added_at,
                %s part_texts
            from rule r join rule_version v on v.rule_id = r.id and v.version = r.latest_version
            """.formatted(RuleVersions.PART_TEXTS);

    private static RuleEntry entry(ResultSet row, int n) throws SQLException {
        int live = row.getInt("live_version");
        return new RuleEntry(
                row.getString("id"),
                row.getInt("position"),
                RuleState.ofCode(row.getString("state")),
                row.getInt("latest_version"),
                live == 0 ? Optional.empty() : Optional.of(live),
                RuleVersions.file(row),
                row.getString("principal"),
                Instant.ofEpochMilli(row.getLong("added_at")));
    }
}
