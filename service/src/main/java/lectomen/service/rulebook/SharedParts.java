package lectomen.service.rulebook;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.rule.RuleReadResult;
import lectomen.engine.rulefile.PartReader;
import lectomen.engine.rulefile.RuleFile;
import lectomen.engine.rulefile.SharedPart;
import lectomen.engine.yaml.Problem;
import lectomen.service.ledger.Ledger;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;

/**
 * Parts that several rules use. A change of a part is a change of every rule that names it: each gets a new
 * version, as a draft, and goes on as it was until that is put live.
 */
public final class SharedParts {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "part_version",
            List.of("text", "reason"),
            ErasableColumns.Subject.PART,
            "update part_version set text = '', reason = '' where name = ?"));

    /**
     * @param usedBy the rules, retired ones apart, whose latest version names it
     * @param kind what people call it, such as {@code document type}
     */
    public record PartEntry(
            String name,
            String kind,
            String about,
            int version,
            String text,
            List<String> usedBy,
            String changedBy,
            Instant changedAt) {
        public PartEntry {
            usedBy = List.copyOf(usedBy);
        }
    }

    /** The result of writing a part. */
    public sealed interface Written {
        /** @param changed the rules that got a new version by it */
        record As(PartEntry entry, List<RuleEntry> changed) implements Written {
            public As {
                changed = List.copyOf(changed);
            }
        }

        /** @param problems of the part itself, or of a rule that could not work with it */
        record Refused(List<Problem> problems) implements Written {
            public Refused {
                problems = List.copyOf(problems);
            }
        }
    }

    private final Store store;
    private final Ledger ledger;
    private final Rulebook rulebook;
    private final InstantSource clock;

    public SharedParts(Store store, Ledger ledger, Rulebook rulebook, InstantSource clock) {
        this.store = store;
        this.ledger = ledger;
        this.rulebook = rulebook;
        this.clock = clock;
    }

    public List<PartEntry> list() {
        List<RuleEntry> rules = rulebook.list();
        return store.read(PartRows::list).stream().map(row -> entry(row, rules)).toList();
    }

    public Optional<PartEntry> find(String name) {
        return store.read(db -> PartRows.find(db, name)).map(row -> entry(row, rulebook.list()));
    }

    /** @throws NoSuchPartException if there is no such part */
    public PartEntry require(String name) {
        return find(name).orElseThrow(() -> new NoSuchPartException(name));
    }

    private static PartEntry entry(PartRows.Row row, List<RuleEntry> rules) {
        SharedPart part = ((PartReader.Reading.Good) PartReader.read(row.text())).part();
        return new PartEntry(
                row.name(),
                part.kind().words(),
                part.about(),
                row.version(),
                row.text(),
                users(row.name(), rules).stream().map(RuleEntry::id).toList(),
                row.principal(),
                Instant.ofEpochMilli(row.addedAt()));
    }

    private static List<RuleEntry> users(String part, List<RuleEntry> rules) {
        return rules.stream()
                .filter(rule ->
                        rule.state() != RuleState.RETIRED && rule.file().parts().containsKey(part))
                .toList();
    }

    /**
     * Writes a part, or what it is from now on, with a new version of each rule that names it.
     *
     * @param reason why, in the author's words; may be empty
     */
    public Written write(String text, String reason, String principal) {
        PartReader.Reading reading = PartReader.read(text);
        if (reading instanceof PartReader.Reading.Bad bad) {
            return new Written.Refused(bad.problems());
        }
        String name = ((PartReader.Reading.Good) reading).part().name();
        boolean same = store.read(db -> PartRows.find(db, name))
                .filter(row -> row.text().equals(text))
                .isPresent();
        if (same) {
            return new Written.As(require(name), List.of());
        }
        List<RuleEntry> users = users(name, rulebook.list());
        Map<String, RuleFile> files = new TreeMap<>();
        List<Problem> problems = new ArrayList<>();
        for (RuleEntry user : users) {
            Map<String, String> parts = new TreeMap<>(store.read(PartRows::texts));
            parts.putAll(user.file().parts());
            parts.put(name, text);
            files.put(user.id(), new RuleFile(user.text(), parts));
            if (rulebook.check(files.get(user.id())) instanceof RuleReadResult.Bad bad) {
                Problem first = bad.problems().get(0);
                problems.add(new Problem(
                        1,
                        1,
                        "rule " + user.id() + " would be invalid with it: line " + first.line() + ", "
                                + first.words()));
            }
        }
        if (!problems.isEmpty()) {
            return new Written.Refused(problems);
        }
        store.write(db -> {
            int version = PartRows.insert(db, name, text, reason, principal, clock);
            ledger.append(db, principal, "part.written", "part " + name, "version", Integer.toString(version));
            String why = "part " + name + " is version " + version + (reason.isEmpty() ? "" : ": " + reason);
            files.forEach((id, file) -> rulebook.addWithParts(db, id, file, why, principal));
            return version;
        });
        List<RuleEntry> changed =
                users.stream().map(user -> rulebook.require(user.id())).toList();
        return new Written.As(require(name), changed);
    }

    /**
     * Takes a part away that no rule uses; false when one does.
     *
     * @throws NoSuchPartException if there is no such part
     */
    public boolean remove(String name, String principal) {
        if (!require(name).usedBy().isEmpty()) {
            return false;
        }
        store.write(db -> {
            PartRows.remove(db, name);
            ledger.append(db, principal, "part.removed", "part " + name);
            return name;
        });
        return true;
    }
}
