package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import lectomen.engine.extract.Extractor;
import lectomen.engine.extract.FieldSpec;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.Label;

/** A field as one line of a rule. */
final class FieldYaml {
    private FieldYaml() {}

    static String of(FieldSpec field) {
        List<String> parts = new ArrayList<>();
        field.pattern().ifPresent(pattern -> parts.add("pattern: " + scalar(pattern.pattern())));
        int lines = 1;
        List<Label> ends = List.of();
        for (Extractor extractor : field.extractors()) {
            if (extractor instanceof FieldSpec.Place place && place.where() != FieldSpec.Where.ANYWHERE) {
                String word = place.where().name().toLowerCase(Locale.ROOT).replace('_', ' ');
                parts.add(word + ": " + labels(place.labels()));
                lines = Math.max(lines, place.lines());
                ends = place.ends();
            } else if (extractor instanceof Extractor.Zone zone) {
                parts.add(zone(zone));
            }
        }
        if (lines > 1) {
            parts.add("lines: " + lines);
        }
        if (!ends.isEmpty()) {
            parts.add("ends at: " + labels(ends));
        }
        if (field.type() != FieldType.TEXT) {
            parts.add("as: " + field.type().word());
        }
        return parts.stream().collect(Collectors.joining(", ", "{ ", " }"));
    }

    private static String labels(List<Label> labels) {
        return labels.size() == 1
                ? scalar(labels.get(0).written())
                : labels.stream().map(label -> scalar(label.written())).collect(Collectors.joining(", ", "[", "]"));
    }

    private static String zone(Extractor.Zone zone) {
        return "zone: { page: " + zone.page() + ", left: " + length(zone.left()) + ", top: " + length(zone.top())
                + ", width: " + length(zone.width()) + ", height: " + length(zone.height()) + " }";
    }

    private static String length(Extractor.Length length) {
        return String.format(Locale.ROOT, "%.1f %%", length.value());
    }

    private static String scalar(String text) {
        return text.matches("[\\p{L}\\p{N}][\\p{L}\\p{N} ./()-]*[\\p{L}\\p{N}.)]|[\\p{L}\\p{N}]")
                ? text
                : "'" + text.replace("'", "''") + "'";
    }
}
