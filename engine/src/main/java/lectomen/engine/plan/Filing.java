package lectomen.engine.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import lectomen.engine.extract.PatternTooSlow;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.naming.NotADateException;
import lectomen.engine.naming.SafeName;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.WhenTaken;

/**
 * A document to be filed: its name and folder as patterns with the values bound so far, so that a value that is only known
 * at the moment of filing can still be bound.
 *
 * @param step the number of the step that files
 * @param under the folder pattern; empty for the top of the connection
 * @param name the name pattern, without the ending
 * @param slots the values by slot name
 * @param ending without its dot; may be empty
 */
public record Filing(
        int step,
        String connection,
        String under,
        String name,
        Map<String, String> slots,
        String ending,
        WhenTaken whenTaken) {
    public Filing {
        slots = Map.copyOf(slots);
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
        Map<String, String> values = new TreeMap<>(slots);
        if (!under.isEmpty()) {
            NamePattern pattern = parsed(under);
            for (NamePattern level : pattern.levels()) {
                String made = SafeName.folder(level.text(slots, locale, warn));
                if (made.isEmpty()) {
                    return new Target.Impossible(empty("folder.empty", level));
                }
                folder.add(made);
                values.put("filed under " + folder.size(), made);
            }
        }
        NamePattern pattern = parsed(name);
        String made = SafeName.file(pattern.text(values, locale, warn), ending);
        return made.isEmpty() ? new Target.Impossible(empty("name.empty", pattern)) : new Target.Place(folder, made);
    }

    private Reason empty(String code, NamePattern pattern) {
        String slots = String.join(", ", pattern.emptySlots(this.slots));
        return Reason.of(code, "pattern", pattern.source(), "empty", slots.isEmpty() ? "every slot" : slots);
    }

    private static NamePattern parsed(String source) {
        Optional<NamePattern> pattern = NamePattern.parse(source).pattern();
        return pattern.orElseThrow(() -> new IllegalStateException("A checked pattern no longer reads: " + source));
    }
}
