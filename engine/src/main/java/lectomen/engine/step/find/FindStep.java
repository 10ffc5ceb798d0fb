package lectomen.engine.step.find;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.step.Step;

/** Finds fields; {@code documentType} names them together. */
public record FindStep(String documentType, List<FieldSpec> fields, int line) implements Step {
    public FindStep {
        fields = List.copyOf(fields);
    }

    @Override
    public Set<String> lookups() {
        return fields.stream().flatMap(field -> field.lookups().stream()).collect(Collectors.toSet());
    }

    @Override
    public Set<String> sidecarExpressions() {
        return fields.stream()
                .flatMap(field -> field.extractors().stream())
                .flatMap(way ->
                        way instanceof Extractor.InSidecar asked ? Stream.of(asked.expression()) : Stream.empty())
                .collect(Collectors.toSet());
    }
}
