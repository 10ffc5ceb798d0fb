package lectomen.engine.step.convert;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.convert.Conversion;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.OutputNames;
import lectomen.engine.step.Step;

/**
 * Converts to another form.
 *
 * @param settings but for what the result says of itself
 * @param details patterns by what they fill: title, author, subject, keywords, language
 */
public record ConvertStep(Conversion settings, Map<String, NamePattern> details, OutputNames outputs, int line)
        implements Step {
    static final List<String> DETAILS = List.of("title", "author", "subject", "keywords", "language");

    public ConvertStep {
        details = Map.copyOf(details);
    }

    @Override
    public Set<String> slots() {
        return details.values().stream()
                .flatMap(pattern -> pattern.slots().stream())
                .collect(Collectors.toSet());
    }
}
