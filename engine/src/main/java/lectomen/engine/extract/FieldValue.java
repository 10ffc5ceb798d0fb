package lectomen.engine.extract;

import lectomen.engine.page.Box;
import lectomen.engine.page.Page;

/**
 * A field's value and where it was found.
 *
 * @param value in the one spelling of its type
 * @param raw as it stands in the document
 * @param page counted from 1
 * @param method how it was found, for people
 * @param confidence 0 to 1; the least of the words it was read from
 */
public record FieldValue(
        String name,
        FieldType type,
        String value,
        String raw,
        int page,
        Box box,
        Page.Unit unit,
        String method,
        double confidence) {
    /** Below this a person should look at it. */
    public static final double SURE = 0.95;

    /** A text that stands on no page, which there is no doubt about. */
    public static FieldValue given(String name, String value, String method) {
        return new FieldValue(name, FieldType.TEXT, value, value, 0, Candidate.NOWHERE, Page.Unit.POINT, method, 1);
    }

    public boolean isDoubtful() {
        return confidence < SURE;
    }
}
