package lectomen.service.work;

import java.io.IOException;
import java.io.InputStream;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.plan.Outcome;
import lectomen.engine.step.file.Filing;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import lectomen.service.workers.Examination;
import tools.jackson.databind.json.JsonMapper;

/**
 * Files stored with a rule, each with its expected result: the rule's own regression test. Running them is a trial
 * and has no effect besides.
 */
public final class Samples {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "rule_sample",
            List.of("name", "expected"),
            ErasableColumns.Subject.RULE,
            "delete from rule_sample where rule_id = ?"));

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /**
     * What a rule makes of a sample.
     *
     * @param ending planned, unmatched or failed
     * @param reason the code of why not, where it is not planned; else empty
     * @param fields values by name
     * @param places where it would be filed, with the connection first
     */
    public record Result(String ending, String reason, Map<String, String> fields, List<String> places) {
        public Result {
            fields = new TreeMap<>(fields);
            places = List.copyOf(places);
        }

        /** What is different in another result, one sentence each. */
        List<String> differences(Result other) {
            List<String> differences = new ArrayList<>();
            if (!ending.equals(other.ending) || !reason.equals(other.reason)) {
                differences.add("it was " + said() + ", and is " + other.said());
            }
            TreeSet<String> names = new TreeSet<>(fields.keySet());
            names.addAll(other.fields.keySet());
            for (String name : names) {
                String before = fields.getOrDefault(name, "");
                String after = other.fields.getOrDefault(name, "");
                if (!before.equals(after)) {
                    differences.add(name + " was " + quoted(before) + ", and is " + quoted(after));
                }
            }
            if (!places.equals(other.places)) {
                differences.add("it was filed as " + quoted(String.join(", ", places)) + ", and is as "
                        + quoted(String.join(", ", other.places)));
            }
            return differences;
        }

        private String said() {
            return reason.isEmpty() ? ending : ending + " (" + reason + ")";
        }

        private static String quoted(String value) {
            return value.isEmpty() ? "nothing" : "\"" + value + "\"";
        }
    }

    /** A sample as it is kept. */
    public record Sample(String name, ByteRef bytes, Result expected) {}

    /** A sample as it came out now. @param differences from what is expected; none when it is as expected */
    public record Ran(String name, Result expected, Result got, List<String> differences) {
        public Ran {
            differences = List.copyOf(differences);
        }
    }

    private final Store store;
    private final ByteStore bytes;
    private final Trials trials;
    private final Rulebook rulebook;
    private final Ledger ledger;
    private final Locale locale;
    private final InstantSource clock;

    public Samples(
            Store store,
            ByteStore bytes,
            Trials trials,
            Rulebook rulebook,
            Ledger ledger,
            Locale locale,
            InstantSource clock) {
        this.store = store;
        this.bytes = bytes;
        this.trials = trials;
        this.rulebook = rulebook;
        this.ledger = ledger;
        this.locale = locale;
        this.clock = clock;
    }

    /**
     * Keeps a file with a rule.
     *
     * @param expected of it; where empty, what the latest version makes of it now
     * @throws lectomen.service.rulebook.NoSuchRuleException if there is no such rule
     */
    public Sample keep(String rule, String name, InputStream content, Optional<Result> expected, String principal)
            throws IOException {
        rulebook.require(rule);
        ByteRef ref = bytes.put(content);
        Result result = expected.isPresent() ? expected.get() : result(rule, name, ref);
        store.write(db -> {
            ByteStore.use(db, ref, clock.millis());
            db.sql("""
                            insert or replace into rule_sample (rule_id, name, sha256, size, expected, principal, kept_at)
                            values (?, ?, ?, ?, ?, ?, ?)
                            """)
                    .params(
                            rule,
                            name,
                            ref.sha256(),
                            ref.size(),
                            JSON.writeValueAsString(result),
                            principal,
                            clock.millis())
                    .update();
            ledger.append(db, principal, "rule.sample", "rule " + rule);
            return rule;
        });
        return new Sample(name, ref, result);
    }

    public InputStream open(Sample sample) throws IOException {
        return bytes.open(sample.bytes().sha256());
    }

    /** Forgets a sample; false when there was none of that name. */
    public boolean forget(String rule, String name, String principal) {
        return store.write(db -> {
            int gone = db.sql("delete from rule_sample where rule_id = ? and name = ?")
                    .params(rule, name)
                    .update();
            if (gone > 0) {
                ledger.append(db, principal, "rule.sample-forgotten", "rule " + rule);
            }
            return gone > 0;
        });
    }

    public List<Sample> of(String rule) {
        rulebook.require(rule);
        return store.read(db -> db.sql("select * from rule_sample where rule_id = ? order by name")
                .param(rule)
                .query(Samples::sample)
                .list());
    }

    private static Sample sample(ResultSet row, int n) throws SQLException {
        return new Sample(
                row.getString("name"),
                new ByteRef(row.getString("sha256"), row.getLong("size")),
                JSON.readValue(row.getString("expected"), Result.class));
    }

    /** Tries the latest version of a rule on all its samples. */
    public List<Ran> run(String rule) throws IOException {
        List<Ran> ran = new ArrayList<>();
        for (Sample sample : of(rule)) {
            Result got = result(rule, sample.name(), sample.bytes());
            ran.add(new Ran(
                    sample.name(), sample.expected(), got, sample.expected().differences(got)));
        }
        return ran;
    }

    /** Expects from now on what the samples came to. */
    public void expect(String rule, List<Ran> ran, String principal) {
        store.write(db -> {
            for (Ran one : ran) {
                db.sql("update rule_sample set expected = ? where rule_id = ? and name = ?")
                        .params(JSON.writeValueAsString(one.got()), rule, one.name())
                        .update();
            }
            ledger.append(db, principal, "rule.samples-accepted", "rule " + rule);
            return rule;
        });
    }

    private Result result(String rule, String name, ByteRef ref) throws IOException {
        try (InputStream content = bytes.open(ref.sha256())) {
            return result(trials.of(name, content, new Trials.With.Rule(rule)));
        }
    }

    private Result result(Examination examination) {
        if (!(examination instanceof Examination.Done done)) {
            String code = examination instanceof Examination.Refused refused
                    ? refused.reason().code()
                    : "worker.died";
            return new Result("failed", code, Map.of(), List.of());
        }
        Outcome outcome = done.outcome();
        Map<String, String> fields = new TreeMap<>();
        outcome.steps()
                .forEach(step -> step.fields().forEach((FieldValue field) -> fields.put(field.name(), field.value())));
        if (outcome.isPlanned()) {
            return new Result(
                    "planned",
                    "",
                    fields,
                    outcome.effects(Filing.class).stream().map(this::place).toList());
        }
        return outcome.ending() instanceof Outcome.Ending.Unmatched unmatched
                ? new Result("unmatched", unmatched.reason().code(), fields, List.of())
                : new Result(
                        "failed",
                        ((Outcome.Ending.Failed) outcome.ending()).reason().code(),
                        fields,
                        List.of());
    }

    private String place(Filing filing) {
        return filing.withAnyNumbers().target(locale) instanceof Filing.Target.Place place
                ? filing.connection() + "/" + place.shown()
                : filing.connection();
    }
}
