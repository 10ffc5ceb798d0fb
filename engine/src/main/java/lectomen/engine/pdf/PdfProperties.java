package lectomen.engine.pdf;

import java.time.ZoneId;
import java.util.Calendar;
import java.util.Map;
import java.util.TreeMap;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.jspecify.annotations.Nullable;

/** The properties in a PDF's information dictionary (ISO 32000-1, 14.3.3). Days are kept as yyyy-MM-dd. */
final class PdfProperties {
    private PdfProperties() {}

    static Map<String, String> of(PDDocument document) {
        PDDocumentInformation information = document.getDocumentInformation();
        Map<String, String> properties = new TreeMap<>();
        put(properties, "title", information.getTitle());
        put(properties, "author", information.getAuthor());
        put(properties, "subject", information.getSubject());
        put(properties, "keywords", information.getKeywords());
        put(properties, "creator", information.getCreator());
        put(properties, "producer", information.getProducer());
        put(properties, "created", day(information.getCreationDate()));
        put(properties, "modified", day(information.getModificationDate()));
        for (String key : information.getMetadataKeys()) {
            String name = key.toLowerCase(java.util.Locale.ROOT);
            if (!properties.containsKey(name) && !name.endsWith("date")) {
                put(properties, name, information.getCustomMetadataValue(key));
            }
        }
        return properties;
    }

    private static void put(Map<String, String> properties, String name, @Nullable String value) {
        if (value != null && !value.isBlank()) {
            properties.put(name, value.strip());
        }
    }

    private static @Nullable String day(@Nullable Calendar date) {
        return date == null
                ? null
                : date.toInstant().atZone(ZoneId.of("UTC")).toLocalDate().toString();
    }
}
