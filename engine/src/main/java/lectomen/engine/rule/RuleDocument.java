package lectomen.engine.rule;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.counter.Counter;
import lectomen.engine.identify.FileType;

/**
 * A rule as it was read from its file, with the site's parameters filled in.
 *
 * @param id as commands and messages name it
 * @param parameters its own, which go before those of the site
 * @param from its sources; none for a rule that takes only what other rules hand over
 * @param when empty: every file that is accepted
 * @param steps at least one
 * @param retention empty: as the site says
 * @param parts the shared parts that it names
 * @param counters those among them that are counters
 * @param then what follows each end
 */
public record RuleDocument(
        String id,
        String title,
        String about,
        Map<String, String> parameters,
        List<From> from,
        Optional<Condition> when,
        List<Step> steps,
        Optional<Retention> retention,
        Set<String> parts,
        Map<String, Counter> counters,
        Map<FollowUp.End, FollowUp> then) {
    public RuleDocument {
        parameters = Map.copyOf(parameters);
        from = List.copyOf(from);
        steps = List.copyOf(steps);
        parts = Set.copyOf(parts);
        counters = Map.copyOf(counters);
        then = Map.copyOf(then);
    }

    /**
     * A hot folder that the rule takes files from.
     *
     * @param folder an absolute path
     * @param accept the wanted types; empty for all
     */
    public record From(String folder, Set<FileType> accept, SourceSettings settings, int line, int column) {
        public From {
            accept = Set.copyOf(accept);
        }

        boolean accepts(FileType type) {
            return accept.isEmpty() || accept.contains(type);
        }
    }

    /** The lookups that its fields use. */
    public Set<String> lookups() {
        return steps.stream()
                .flatMap(step -> step instanceof Step.Find find ? find.fields().stream() : Stream.empty())
                .flatMap(field -> field.lookups().stream())
                .collect(Collectors.toSet());
    }

    public Optional<From> findFrom(String folder) {
        return from.stream().filter(source -> source.folder().equals(folder)).findFirst();
    }

    /** Whether the rule would take the type from the folder; from an upload, if it takes the type from anywhere. */
    public boolean accepts(Facts facts) {
        if (!facts.more().given().isEmpty()) {
            return true;
        }
        return from.stream()
                .filter(source -> facts.folder().isEmpty()
                        || source.folder().equals(facts.folder().get()))
                .anyMatch(source -> source.accepts(facts.type()));
    }
}
