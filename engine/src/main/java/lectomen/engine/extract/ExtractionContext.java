package lectomen.engine.extract;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.data.Sidecar;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.page.DocumentText;

/**
 * What extractors may use: the document, and the facts and fields known so far.
 *
 * @param slots what is known by name: facts of the file, parameters, fields found before; grows with each that is found
 * @param text of the document; without pages where nothing asked for it
 */
public record ExtractionContext(
        Map<String, String> slots, DocumentText text, Lookups lookups, Optional<Sidecar> sidecar) {
    /** Of a document without a sidecar. */
    public ExtractionContext(Map<String, String> slots, DocumentText text, Lookups lookups) {
        this(slots, text, lookups, Optional.empty());
    }

    public ExtractionContext {
        slots = Collections.unmodifiableMap(slots);
    }
}
