package lectomen.engine.step.file;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.Step;
import lectomen.engine.step.WhenInDoubt;

/**
 * Files the document into a folder of a connection; without {@code under}, at its top.
 *
 * @param output that is filed
 * @param numbered names with a number, where {@link WhenTaken#NUMBER_IT} is chosen; empty for {@code name (2)}
 * @param mayReplace whether a connection may be used that can't keep from replacing a file of that name
 * @param whenInDoubt for a connection that can't be asked what it has
 * @param olderTo where what is there goes, where {@link WhenTaken#NEW_VERSION} is chosen
 */
public record FileStep(
        String output,
        String connection,
        Optional<NamePattern> under,
        WhenTaken whenTaken,
        Optional<NamePattern> numbered,
        Optional<NamePattern> olderTo,
        WhenInDoubt whenInDoubt,
        boolean mayReplace,
        int line)
        implements Step {
    /** What is known in the last two besides: the number, the name that is taken, and the folder it lies in. */
    static final Set<String> COUNTED_SLOTS = Set.of("n", "name", "under");

    @Override
    public Set<String> connections() {
        return Set.of(connection);
    }

    @Override
    public Set<String> slots() {
        Set<String> slots = new HashSet<>(under.map(NamePattern::slots).orElse(Set.of()));
        Stream.concat(numbered.stream(), olderTo.stream())
                .flatMap(pattern -> pattern.slots().stream())
                .filter(slot -> !COUNTED_SLOTS.contains(slot))
                .forEach(slots::add);
        return slots;
    }
}
