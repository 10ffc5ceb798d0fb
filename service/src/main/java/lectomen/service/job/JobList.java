package lectomen.service.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;

/**
 * Lists of jobs, page by page, fast among a million jobs for any filter and any page.
 *
 * <p>A page is found by walking an index that has the wanted order and as many of the wanted properties as it can, from where
 * the page before ended; what the index does not know is tested job by job. Part of a name that few jobs have is looked up
 * first and their jobs are tested instead. Either way one call looks at a bounded number of jobs: where hardly any fits, a page
 * comes back short, or even empty, with a cursor that goes on from there.
 */
public final class JobList implements AutoCloseable {
    private static final int MOST_LOOKED_AT = 5_000;
    private static final int PER_QUERY = 500;

    /** Clocks are set back now and then; a job may be this much younger than its number tells. */
    private static final Duration CLOCK_ERROR = Duration.ofDays(1);

    /** The order of a list. */
    public enum Order {
        NEWEST,
        OLDEST,
        CHANGED;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** The jobs of some rules, and those without a rule from some sources. */
    public record Only(Set<String> rules, Set<Long> sources) {
        public Only {
            rules = Set.copyOf(rules);
            sources = Set.copyOf(sources);
        }

        public boolean has(Optional<String> rule, long source) {
            return rule.map(rules::contains).orElseGet(() -> sources.contains(source));
        }
    }

    /**
     * Which jobs a list shows; an empty filter shows all.
     *
     * @param name part of the file name, in small or capital letters
     * @param since came in at this time or later
     * @param until came in before this time
     * @param source came from there
     * @param only no others than these
     */
    public record Filter(
            Optional<JobState> state,
            Optional<String> rule,
            Optional<String> name,
            Optional<Instant> since,
            Optional<Instant> until,
            Optional<Long> source,
            Optional<Only> only) {
        public static final Filter ALL =
                new Filter(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

        /** From anywhere. */
        public Filter(
                Optional<JobState> state,
                Optional<String> rule,
                Optional<String> name,
                Optional<Instant> since,
                Optional<Instant> until) {
            this(state, rule, name, since, until, Optional.empty(), Optional.empty());
        }

        /** Whether it picks nothing out, but for what a caller is limited to. */
        public boolean isEmpty() {
            return state.isEmpty()
                    && rule.isEmpty()
                    && name.isEmpty()
                    && since.isEmpty()
                    && until.isEmpty()
                    && source.isEmpty();
        }
    }

    /** Where a page ended: the last job that was looked at. @param changedAt only matters in that order */
    public record Cursor(long changedAt, long number) {
        /** The cursor as a text for the interface. */
        public String text() {
            return Long.toString(changedAt, 36) + "." + Long.toString(number, 36);
        }

        public static Optional<Cursor> parse(String text) {
            String[] parts = text.split("\\.");
            try {
                return parts.length == 2
                        ? Optional.of(new Cursor(Long.parseLong(parts[0], 36), Long.parseLong(parts[1], 36)))
                        : Optional.empty();
            } catch (NumberFormatException e) {
                return Optional.empty();
            }
        }
    }

    /** @param next where to go on; empty at the end */
    public record Page(List<Job> jobs, Optional<Cursor> next) {}

    /** What the indexes know of a job. @param source 0 where nobody asks */
    private record Row(long number, String state, Optional<String> rule, long createdAt, long changedAt, long source) {
        Cursor cursor() {
            return new Cursor(changedAt, number);
        }
    }

    private final Store store;
    private final Jobs jobs;
    private final JobNames names;
    private final ScheduledExecutorService follower = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "name-index");
        thread.setDaemon(true);
        return thread;
    });

    public JobList(Store store, Jobs jobs) {
        this.store = store;
        this.jobs = jobs;
        this.names = new JobNames(store);
        follower.scheduleWithFixedDelay(names::catchUp, 2, 5, TimeUnit.SECONDS);
    }

    /** Forgets the names of jobs that were removed. */
    public void forget(List<Long> numbers) {
        names.forget(numbers);
    }

    public Page page(Filter filter, Order order, Optional<Cursor> from, int limit) {
        Optional<List<Long>> byName = filter.name().flatMap(name -> findByName(name, order, from));
        List<Row> looked;
        boolean atEnd;
        List<Row> fitting = new ArrayList<>();
        Predicate<Row> fits = row -> fits(row, filter);
        int most = Math.max(MOST_LOOKED_AT, 2 * limit);
        if (byName.isPresent()) {
            looked = rows(byName.get(), filter, order, from);
            atEnd = true;
        } else {
            looked = walk(filter, order, from, most);
            atEnd = looked.size() < most;
        }
        Row last = null;
        for (Row[] part : parts(looked)) {
            Map<Long, String> known = filter.name().isPresent() && byName.isEmpty() ? namesOf(part) : Map.of();
            for (Row row : part) {
                if (fitting.size() == limit) {
                    return new Page(full(fitting), Optional.ofNullable(last).map(Row::cursor));
                }
                last = row;
                boolean named = known.isEmpty()
                        || holds(known.get(row.number()), filter.name().orElse(""));
                if (fits.test(row) && named) {
                    fitting.add(row);
                }
            }
        }
        Optional<Cursor> next =
                atEnd ? Optional.empty() : Optional.ofNullable(last).map(Row::cursor);
        return new Page(full(fitting), next);
    }

    /** The ids of all jobs that fit, the oldest first, in steps that hold nothing up. */
    public List<String> ids(Filter filter) {
        List<String> ids = new ArrayList<>();
        Optional<Cursor> from = Optional.empty();
        do {
            Page page = page(filter, Order.OLDEST, from, 1_000);
            page.jobs().forEach(job -> ids.add(job.id()));
            from = page.next();
        } while (from.isPresent());
        return ids;
    }

    private Optional<List<Long>> findByName(String name, Order order, Optional<Cursor> from) {
        if (name.codePointCount(0, name.length()) < JobNames.SHORTEST || !names.catchUp()) {
            return Optional.empty();
        }
        Optional<Long> beyond = order == Order.CHANGED ? Optional.empty() : from.map(Cursor::number);
        return names.find(name, order != Order.OLDEST, beyond, MOST_LOOKED_AT);
    }

    private static boolean holds(@Nullable String name, String part) {
        return name != null && name.toLowerCase(Locale.ROOT).contains(part.toLowerCase(Locale.ROOT));
    }

    private static boolean fits(Row row, Filter filter) {
        return filter.state().filter(state -> !state.code().equals(row.state())).isEmpty()
                && filter.rule()
                        .filter(rule -> !row.rule().equals(Optional.of(rule)))
                        .isEmpty()
                && filter.since()
                        .filter(since -> row.createdAt() < since.toEpochMilli())
                        .isEmpty()
                && filter.until()
                        .filter(until -> row.createdAt() >= until.toEpochMilli())
                        .isEmpty()
                && filter.source().filter(source -> source != row.source()).isEmpty()
                && filter.only()
                        .filter(only -> !only.has(row.rule(), row.source()))
                        .isEmpty();
    }

    private static List<Row[]> parts(List<Row> rows) {
        List<Row[]> parts = new ArrayList<>();
        for (int at = 0; at < rows.size(); at += PER_QUERY) {
            parts.add(rows.subList(at, Math.min(at + PER_QUERY, rows.size())).toArray(Row[]::new));
        }
        return parts;
    }

    /** Walks the index that fits best. */
    private List<Row> walk(Filter filter, Order order, Optional<Cursor> from, int most) {
        List<String> where = new ArrayList<>();
        filter.state().ifPresent(state -> where.add("state = :state"));
        filter.rule().ifPresent(rule -> where.add("rule_id = :rule"));
        String index;
        String ordered;
        if (order == Order.CHANGED) {
            index = filter.rule().isPresent() && isRarerByRule(filter)
                    ? "job_by_rule_and_change"
                    : filter.state().isPresent() ? "job_by_state_and_change" : "job_by_change";
            ordered = "changed_at desc, number desc";
            from.ifPresent(cursor -> where.add("(changed_at, number) < (:changed, :number)"));
        } else {
            boolean down = order == Order.NEWEST;
            index = filter.state().isPresent()
                    ? filter.rule().isPresent() ? "job_by_state" : "job_by_state_alone"
                    : filter.rule().isPresent() ? "job_by_rule" : "job_by_number";
            ordered = down ? "number desc" : "number";
            from.ifPresent(cursor -> where.add(down ? "number < :number" : "number > :number"));
            filter.since().ifPresent(since -> where.add("number >= " + numberAt(since.minus(CLOCK_ERROR))));
            filter.until().ifPresent(until -> where.add("number <= " + numberAt(until.plus(CLOCK_ERROR))));
        }
        String condition = where.isEmpty() ? "" : " where " + String.join(" and ", where);
        String sql = "select " + columns(filter) + " from job indexed by " + index + condition + " order by " + ordered
                + " limit :most";
        return store.read(db -> db.sql(sql)
                .param("state", filter.state().map(JobState::code).orElse(""))
                .param("rule", filter.rule().orElse(""))
                .param("changed", from.map(Cursor::changedAt).orElse(0L))
                .param("number", from.map(Cursor::number).orElse(0L))
                .param("most", most)
                .query((row, n) -> row(row))
                .list());
    }

    /** No index knows the source, so it is fetched where somebody asks. */
    private static String columns(Filter filter) {
        return "number, state, rule_id, created_at, changed_at, "
                + (filter.source().isPresent() || filter.only().isPresent() ? "source_id as source" : "0 as source");
    }

    private static Row row(ResultSet row) throws SQLException {
        return new Row(
                row.getLong("number"),
                row.getString("state"),
                Optional.ofNullable(row.getString("rule_id")),
                row.getLong("created_at"),
                row.getLong("changed_at"),
                row.getLong("source"));
    }

    private boolean isRarerByRule(Filter filter) {
        if (filter.state().isEmpty()) {
            return true;
        }
        long ofRule = 0;
        long ofState = 0;
        for (Map.Entry<JobCounts.Of, Long> count : jobs.countsByRule().entrySet()) {
            ofRule += count.getKey().rule().equals(filter.rule()) ? count.getValue() : 0;
            ofState += Optional.of(count.getKey().state()).equals(filter.state()) ? count.getValue() : 0;
        }
        return ofRule < ofState;
    }

    /** The number of the first job that came in at a time or later; one beyond all when there is none. */
    private long numberAt(Instant time) {
        return store.read(db -> db.sql("""
                        select number from job indexed by job_by_creation where created_at >= :at
                        order by created_at, number limit 1
                        """)
                .param("at", time.toEpochMilli())
                .query(Long.class)
                .optional()
                .orElse(Long.MAX_VALUE));
    }

    private List<Row> rows(List<Long> numbers, Filter filter, Order order, Optional<Cursor> from) {
        List<Row> rows = new ArrayList<>();
        for (int at = 0; at < numbers.size(); at += PER_QUERY) {
            List<Long> part = numbers.subList(at, Math.min(at + PER_QUERY, numbers.size()));
            Map<Long, Row> found = new HashMap<>();
            store.read(db -> db.sql("select " + columns(filter) + " from job where number in (:numbers)")
                            .param("numbers", part)
                            .query((row, n) -> row(row))
                            .list())
                    .forEach(row -> found.put(row.number(), row));
            part.stream().filter(found::containsKey).map(found::get).forEach(rows::add);
        }
        if (order != Order.CHANGED) {
            return rows;
        }
        Comparator<Row> changed = Comparator.comparingLong(Row::changedAt).thenComparingLong(Row::number);
        return rows.stream()
                .filter(row -> from.isEmpty()
                        || row.changedAt() < from.get().changedAt()
                        || (row.changedAt() == from.get().changedAt()
                                && row.number() < from.get().number()))
                .sorted(changed.reversed())
                .toList();
    }

    private Map<Long, String> namesOf(Row[] rows) {
        List<Long> numbers = List.of(rows).stream().map(Row::number).toList();
        Map<Long, String> found = new HashMap<>();
        store.read(db -> {
            db.sql(
                            "select j.number, w.name from job j join job_words w on w.job_id = j.id where j.number in (:numbers)")
                    .param("numbers", numbers)
                    .query(row -> {
                        found.put(row.getLong("number"), row.getString("name"));
                    });
            return found;
        });
        return found;
    }

    private List<Job> full(List<Row> rows) {
        List<Job> full = new ArrayList<>();
        for (Row[] part : parts(rows)) {
            List<Long> numbers = List.of(part).stream().map(Row::number).toList();
            Map<Long, Job> found = jobs.byNumber(numbers);
            numbers.stream().filter(found::containsKey).map(found::get).forEach(full::add);
        }
        return full;
    }

    @Override
    public void close() {
        follower.shutdownNow();
        names.close();
    }
}
