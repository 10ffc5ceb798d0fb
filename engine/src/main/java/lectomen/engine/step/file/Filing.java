package lectomen.engine.step.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.function.Consumer;
import lectomen.engine.counter.CounterUse;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.naming.SafeName;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.WhenInDoubt;
import org.jspecify.annotations.Nullable;

/**
 * A document to file: its name and folder as patterns with the values bound so far; the rest is bound when it is filed.
 *
 * @param step the number of the step that files
 * @param under the folder pattern; empty for the top of the connection
 * @param name the name pattern, without the extension
 * @param slots the values by slot name
 * @param ending without its dot; may be empty
 * @param numbered the pattern of numbered names, without the extension; empty for {@code name (2)}
 * @param counters the numbers that it needs; each stands in its slot once it is given
 * @param documentKey the text by which later documents of the rule are the same document; empty where none are
 * @param product what is filed; null for the original document
 * @param mayReplace whether a connection may be used that can't keep from replacing a file of that name; null for no
 * @param whenInDoubt for a connection that can't be asked what it has; null to ask a person
 * @param olderTo the pattern of where what is there goes, for a new version; else empty
 */
public record Filing(
        int step,
        String connection,
        String under,
        String name,
        Map<String, String> slots,
        String ending,
        WhenTaken whenTaken,
        @Nullable String numbered,
        @Nullable String olderTo,
        @Nullable List<CounterUse> counters,
        @Nullable String documentKey,
        @Nullable StepOutput product,
        @Nullable WhenInDoubt whenInDoubt,
        @Nullable Boolean mayReplace)
        implements PlannedEffect {
    private static final int MOST_READ_BEFORE = 1_000;
    private static final ConcurrentMap<String, NamePattern> READ_BEFORE = new ConcurrentHashMap<>();

    public Filing {
        slots = Map.copyOf(slots);
    }

    /** A filing with the usual numbers. */
    public Filing(
            int step,
            String connection,
            String under,
            String name,
            Map<String, String> slots,
            String ending,
            WhenTaken whenTaken) {
        this(step, connection, under, name, slots, ending, whenTaken, null, null, null, null, null, null, null);
    }

    /** What the rule says for the case that it can't be proved whether it was filed. */
    @Override
    public WhenInDoubt whenInDoubt() {
        return whenInDoubt == null ? WhenInDoubt.ASK : whenInDoubt;
    }

    /** Whether a connection may be used that can't keep from replacing a file of that name. */
    @Override
    public Boolean mayReplace() {
        return Boolean.TRUE.equals(mayReplace);
    }

    /** What is filed; empty for the original document. */
    @Override
    public Optional<StepOutput> findProduct() {
        return Optional.ofNullable(product);
    }

    /** The key by which it replaces what an earlier document filed. */
    public Optional<String> findDocumentKey() {
        return Optional.ofNullable(documentKey).filter(key -> !key.isEmpty());
    }

    /** The numbers that it needs. */
    @Override
    public List<CounterUse> counters() {
        return counters == null ? List.of() : counters;
    }

    /** The same with these values by slot name, beside or over its own. */
    public Filing with(Map<String, String> values) {
        Map<String, String> all = new HashMap<>(slots);
        all.putAll(values);
        return new Filing(
                step,
                connection,
                under,
                name,
                all,
                ending,
                whenTaken,
                numbered,
                olderTo,
                counters,
                documentKey,
                product,
                whenInDoubt,
                mayReplace);
    }

    /** The same as if each of its counters were at its start, to check that a name can be made. */
    public Filing withAnyNumbers() {
        if (counters().isEmpty()) {
            return this;
        }
        Map<String, String> numbers = new HashMap<>();
        counters()
                .forEach(use ->
                        numbers.put(use.slot(), use.counter().text(use.counter().start())));
        return with(numbers);
    }

    /** Where the document goes. */
    public sealed interface Target {
        /** @param folder the levels below the connection's own folder, outermost first */
        record Place(List<String> folder, String name) implements Target {
            public Place {
                folder = List.copyOf(folder);
            }

            /** The place as one text, for people. */
            public String shown() {
                return folder.isEmpty() ? name : String.join("/", folder) + "/" + name;
            }
        }

        record Impossible(Reason reason) implements Target {}
    }

    /** Fills the patterns. The same filing always gives the same target. */
    public Target target(Locale locale) {
        return target(locale, warning -> {});
    }

    /** @param warn told, in words, of each change to a value that was probably not meant */
    public Target target(Locale locale, Consumer<String> warn) {
        try {
            return filled(locale, warn);
        } catch (NotADateException e) {
            return new Target.Impossible(Reason.of("slot.not-a-date", "slot", e.slot(), "value", e.value()));
        } catch (PatternTooSlow e) {
            return new Target.Impossible(Reason.of("name.too-slow", "pattern", name));
        }
    }

    private Target filled(Locale locale, Consumer<String> warn) {
        List<String> folder = new ArrayList<>();
        Map<String, String> values = new HashMap<>(slots);
        if (!under.isEmpty()) {
            NamePattern pattern = parsed(under);
            for (NamePattern level : pattern.levels()) {
                List<String> made = level.folders(slots, locale, warn);
                if (made.isEmpty() && !level.isSlot(NamePattern.FOLDER_PATH)) {
                    return new Target.Impossible(empty("folder.empty", level));
                }
                for (String one : made) {
                    folder.add(one);
                    values.put("filed under " + folder.size(), one);
                }
            }
        }
        NamePattern pattern = parsed(name);
        String made = SafeName.file(pattern.text(values, locale, warn), ending);
        return made.isEmpty() ? new Target.Impossible(empty("name.empty", pattern)) : new Target.Place(folder, made);
    }

    /** The name with a number, where the rule says how. */
    public String numbered(Target.Place place, int number, Locale locale) {
        if (numbered == null || numbered.isEmpty()) {
            return SafeName.numbered(place.name(), number);
        }
        NamePattern pattern = parsed(numbered);
        String made = counted(pattern, place, number, locale);
        boolean counts = !made.isEmpty() && !made.equals(counted(pattern, place, number + 1, locale));
        return counts ? made : SafeName.numbered(place.name(), number);
    }

    private String counted(NamePattern pattern, Target.Place place, int number, Locale locale) {
        return SafeName.file(pattern.text(countedSlots(place, number), locale), ending);
    }

    private Map<String, String> countedSlots(Target.Place place, int number) {
        Map<String, String> values = new HashMap<>(slots);
        int tail = ending.isEmpty() ? 0 : ending.length() + 1;
        values.put("name", place.name().substring(0, place.name().length() - tail));
        values.put("under", String.join("/", place.folder()));
        values.put("n", Integer.toString(number));
        return values;
    }

    /** Where what is there goes, as the so manieth of its kind; empty where the rule says nothing of it. */
    public Optional<Target.Place> older(Target.Place place, int number, Locale locale) {
        if (olderTo == null || olderTo.isEmpty()) {
            return Optional.empty();
        }
        Map<String, String> values = countedSlots(place, number);
        List<String> folder = new ArrayList<>();
        List<NamePattern> levels = parsed(olderTo).levels();
        for (NamePattern level : levels.subList(0, levels.size() - 1)) {
            if (level.isSlot("under")) {
                folder.addAll(place.folder());
            } else {
                folder.addAll(level.folders(values, locale, warning -> {}));
            }
        }
        String made = SafeName.file(levels.get(levels.size() - 1).text(values, locale), ending);
        String name = made.isEmpty() ? SafeName.numbered(place.name(), number) : made;
        return Optional.of(new Target.Place(folder, name));
    }

    private Reason empty(String code, NamePattern pattern) {
        String slots = String.join(", ", pattern.emptySlots(this.slots));
        return Reason.of(code, "pattern", pattern.source(), "empty", slots.isEmpty() ? "every slot" : slots);
    }

    private static NamePattern parsed(String source) {
        if (READ_BEFORE.size() > MOST_READ_BEFORE) {
            READ_BEFORE.clear();
        }
        return READ_BEFORE.computeIfAbsent(source, key -> NamePattern.parse(key)
                .pattern()
                .orElseThrow(() -> new IllegalStateException("A checked pattern no longer reads: " + source)));
    }
}
