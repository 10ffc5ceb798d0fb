package lectomen.service.work;

import java.util.List;
import java.util.stream.Collectors;

/** A version of a rule gives other results for its samples than expected. */
public final class SamplesDifferException extends RuntimeException {
    SamplesDifferException(String rule, List<Samples.Ran> differ) {
        super("Rule " + rule + " was not put live because sample results differ. "
                + differ.stream()
                        .map(one -> one.name() + ": " + String.join("; ", one.differences()))
                        .collect(Collectors.joining(". "))
                + ". Correct the rule, or accept these results.");
    }
}
