package lectomen.engine.propose;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.Label;

/** Suggests names for fields. */
final class FieldNames {
    private FieldNames() {}

    /**
     * By the label that stands beside or above it, in small letters and without its marks; else by any label, else by its type.
     *
     * @param ways to the field, the best first
     */
    static String of(List<FieldSpec> ways) {
        Stream<Label> beside = ways.stream()
                .flatMap(way -> way.extractors().stream())
                .filter(extractor ->
                        extractor instanceof FieldSpec.Place place && place.where() != FieldSpec.Where.NEAR)
                .flatMap(extractor -> extractor.labels().stream());
        Stream<Label> any = ways.stream().flatMap(way -> way.labels().stream());
        FieldType type = ways.get(0).type();
        return Stream.concat(beside, any)
                .map(label -> label.written()
                        .toLowerCase(Locale.ROOT)
                        .replaceAll("[^\\p{L}\\p{N} -]", "")
                        .strip())
                .filter(name -> !name.isEmpty())
                .findFirst()
                .orElse(type == FieldType.TEXT ? "value" : type.word());
    }
}
