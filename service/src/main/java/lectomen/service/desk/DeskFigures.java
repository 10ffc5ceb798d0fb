package lectomen.service.desk;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How the desk does: what waits, how long decisions take, and what is corrected. */
public final class DeskFigures {
    private static final Duration BACK = Duration.ofDays(30);

    private final Store store;
    private final InstantSource clock;

    public DeskFigures(Store store, InstantSource clock) {
        this.store = store;
        this.clock = clock;
    }

    /** What waits for a group or a person. */
    public record WaitingFor(String name, int waiting, int overdue) {}

    /**
     * What was decided in a stage of a rule.
     *
     * @param kind review or approval
     * @param medianSeconds from when it was asked
     */
    public record StageFigures(String rule, String kind, int stage, int decided, long medianSeconds) {}

    /** What somebody decided. */
    public record PersonFigures(String name, int decided, long medianSeconds) {}

    /**
     * What people entered instead of what was read.
     *
     * @param extractor how it had been found
     * @param perHundred documents of the rule that were reviewed
     */
    public record CorrectionCount(String rule, String field, String extractor, int count, double perHundred) {}

    /** @param since from when on decisions are counted */
    public record AllFigures(
            Instant since,
            List<WaitingFor> asked,
            List<StageFigures> stages,
            List<PersonFigures> people,
            List<CorrectionCount> corrections) {
        public AllFigures {
            asked = List.copyOf(asked);
            stages = List.copyOf(stages);
            people = List.copyOf(people);
            corrections = List.copyOf(corrections);
        }
    }

    /** Of the last 30 days. */
    public AllFigures get() {
        Instant since = clock.instant().minus(BACK);
        return store.read(db -> new AllFigures(
                since,
                asked(db, clock.millis()),
                stages(db, since.toEpochMilli()),
                people(db, since.toEpochMilli()),
                corrections(db, since.toEpochMilli(), "")));
    }

    /**
     * What people did with the documents of a rule in a while.
     *
     * @param waiting now, as well as those overdue among them
     * @param medianSeconds from when something was asked to its decision
     */
    public record RuleFigures(
            String rule, int waiting, int overdue, int decided, long medianSeconds, int reviewed, int corrections) {}

    /** By rule, for rules with something in that time or something that waits. */
    public List<RuleFigures> between(Instant from, Instant to) {
        long[] span = {from.toEpochMilli(), to.toEpochMilli()};
        return store.read(db -> {
            Map<String, List<Long>> waited = new TreeMap<>();
            Map<String, Integer> reviewed = new HashMap<>();
            db.sql("""
                            select t.rule_id, d.waited, d.verdict from desk_decision d join desk_task t on t.id = d.task_id
                            where d.at >= ? and d.at < ? and d.verdict <> 'undone'
                            """).params(span[0], span[1]).query(row -> {
                String rule = row.getString("rule_id");
                waited.computeIfAbsent(rule, key -> new ArrayList<>()).add(row.getLong("waited"));
                reviewed.merge(rule, row.getString("verdict").equals(DeskDecision.ACCEPTED) ? 1 : 0, Integer::sum);
            });
            Map<String, Integer> corrections = new HashMap<>();
            db.sql("select rule_id, count(*) as n from desk_correction where at >= ? and at < ? group by rule_id")
                    .params(span[0], span[1])
                    .query(row -> {
                        corrections.put(row.getString("rule_id"), row.getInt("n"));
                    });
            Map<String, WaitingFor> waiting = new HashMap<>();
            db.sql("""
                            select rule_id, count(*) as waiting, count(case when due_at <= ? then 1 end) as overdue
                            from desk_task where state = 'open' group by rule_id
                            """).param(clock.millis()).query(row -> {
                String rule = row.getString("rule_id");
                waiting.put(rule, new WaitingFor(rule, row.getInt("waiting"), row.getInt("overdue")));
            });
            waiting.keySet().forEach(rule -> waited.putIfAbsent(rule, List.of()));
            List<RuleFigures> all = new ArrayList<>();
            waited.forEach((rule, times) -> {
                WaitingFor now = waiting.getOrDefault(rule, new WaitingFor(rule, 0, 0));
                all.add(new RuleFigures(
                        rule,
                        now.waiting(),
                        now.overdue(),
                        times.size(),
                        medianSeconds(times),
                        reviewed.getOrDefault(rule, 0),
                        corrections.getOrDefault(rule, 0)));
            });
            return all;
        });
    }

    /** What was corrected in the documents of a rule, the most first. */
    public List<CorrectionCount> corrections(String rule) {
        long since = clock.instant().minus(BACK).toEpochMilli();
        return store.read(db -> corrections(db, since, rule));
    }

    /** How many tasks wait, and how many of them are overdue. */
    public WaitingFor all() {
        return store.read(db -> db.sql("""
                        select count(*) as waiting, count(case when due_at <= ? then 1 end) as overdue
                        from desk_task where state = 'open'
                        """)
                .param(clock.millis())
                .query((row, n) -> new WaitingFor("", row.getInt("waiting"), row.getInt("overdue")))
                .single());
    }

    /** How many tasks are overdue, by rule. */
    public Map<String, Integer> overdue() {
        Map<String, Integer> overdue = new TreeMap<>();
        store.read(db -> {
            db.sql("select rule_id, count(*) as n from desk_task where state = 'open' and due_at <= ? group by rule_id")
                    .param(clock.millis())
                    .query(row -> {
                        overdue.put(row.getString("rule_id"), row.getInt("n"));
                    });
            return overdue;
        });
        return overdue;
    }

    private static List<WaitingFor> asked(JdbcClient db, long now) {
        return db.sql("""
                        select a.name, count(*) as waiting, count(case when t.due_at <= ? then 1 end) as overdue
                        from desk_task t join desk_asked a on a.task_id = t.id
                        where t.state = 'open' group by a.name order by a.name
                        """)
                .param(now)
                .query((row, n) -> new WaitingFor(row.getString("name"), row.getInt("waiting"), row.getInt("overdue")))
                .list();
    }

    private record Group(String rule, String kind, int stage) implements Comparable<Group> {
        @Override
        public int compareTo(Group other) {
            int byRule = rule.compareTo(other.rule);
            int byKind = other.kind.compareTo(kind);
            return byRule != 0 ? byRule : byKind != 0 ? byKind : Integer.compare(stage, other.stage);
        }
    }

    private static List<StageFigures> stages(JdbcClient db, long since) {
        Map<Group, List<Long>> waited = new TreeMap<>();
        db.sql("""
                        select t.rule_id, t.kind, d.stage, d.waited from desk_decision d join desk_task t on t.id = d.task_id
                        where d.at >= ? and d.verdict <> 'undone'
                        """).param(since).query(row -> {
            Group group = new Group(row.getString("rule_id"), row.getString("kind"), row.getInt("stage"));
            waited.computeIfAbsent(group, key -> new ArrayList<>()).add(row.getLong("waited"));
        });
        List<StageFigures> stages = new ArrayList<>();
        waited.forEach((group, times) -> stages.add(
                new StageFigures(group.rule(), group.kind(), group.stage(), times.size(), medianSeconds(times))));
        return stages;
    }

    private static List<PersonFigures> people(JdbcClient db, long since) {
        Map<String, List<Long>> waited = new TreeMap<>();
        db.sql("""
                        select p.name, d.waited from desk_decision d join person p on p.id = d.person_id
                        where d.at >= ? and d.verdict <> 'undone'
                        """).param(since).query(row -> {
            waited.computeIfAbsent(row.getString("name"), key -> new ArrayList<>())
                    .add(row.getLong("waited"));
        });
        List<PersonFigures> people = new ArrayList<>();
        waited.forEach((name, times) -> people.add(new PersonFigures(name, times.size(), medianSeconds(times))));
        return people;
    }

    private static long medianSeconds(List<Long> millis) {
        List<Long> sorted = new ArrayList<>(millis);
        Collections.sort(sorted);
        return sorted.isEmpty() ? 0 : Math.round(sorted.get(sorted.size() / 2) / 1_000.0);
    }

    /** @param rule empty for all */
    private static List<CorrectionCount> corrections(JdbcClient db, long since, String rule) {
        return db.sql("""
                        with reviewed as (
                            select t.rule_id, count(*) as n from desk_decision d join desk_task t on t.id = d.task_id
                            where d.verdict = 'accepted' and d.at >= :since group by t.rule_id)
                        select c.rule_id, w.field, w.extractor, count(*) as n, 100.0 * count(*) / max(1, r.n) as share
                        from desk_correction c join desk_correction_words w on w.correction_id = c.id
                        left join reviewed r on r.rule_id = c.rule_id
                        where c.at >= :since and (:rule = '' or c.rule_id = :rule)
                        group by c.rule_id, w.field, w.extractor order by n desc, c.rule_id, w.field
                        """)
                .param("since", since)
                .param("rule", rule)
                .query((row, n) -> new CorrectionCount(
                        row.getString("rule_id"),
                        row.getString("field"),
                        row.getString("extractor"),
                        row.getInt("n"),
                        row.getDouble("share")))
                .list();
    }
}
