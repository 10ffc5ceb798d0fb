package lectomen.engine.extract;

import java.util.List;
import java.util.Objects;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import org.jspecify.annotations.Nullable;

/**
 * A field's value and where it was found.
 *
 * @param value in the one spelling of its type
 * @param raw as it stands in the document
 * @param page counted from 1
 * @param method how it was found, for people
 * @param confidence 0 to 1; the least of the words it was read from
 * @param others what it may be instead, the likeliest first
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
        double confidence,
        @Nullable List<Other> others) {
    /** Below this a person should look at it. */
    public static final double SURE = 0.95;

    /** Another possible reading of the same place. @param share how likely it is, 0 to 1 */
    public record Other(String value, double share) {}

    public FieldValue {
        others = others == null ? List.of() : List.copyOf(others);
    }

    /** One that is read in one way only. */
    public FieldValue(
            String name,
            FieldType type,
            String value,
            String raw,
            int page,
            Box box,
            Page.Unit unit,
            String method,
            double confidence) {
        this(name, type, value, raw, page, box, unit, method, confidence, List.of());
    }

    /** Fields that were stored before had none. */
    @Override
    public List<Other> others() {
        return Objects.requireNonNullElse(others, List.of());
    }

    /** The same with what else it may be. */
    FieldValue orElse(List<Other> more) {
        return new FieldValue(name, type, value, raw, page, box, unit, method, confidence, more);
    }

    /** The same field with a value that somebody entered or confirmed. */
    public FieldValue entered(String entered, String how) {
        return new FieldValue(name, type, entered, raw, page, box, unit, how, 1, List.of());
    }

    /** The same field with another value, read as before. */
    FieldValue withValue(String other) {
        return new FieldValue(name, type, other, raw, page, box, unit, method, confidence, List.of());
    }

    /** The same field read elsewhere on the page. */
    public FieldValue at(String read, int onPage, Box place, Page.Unit in) {
        return new FieldValue(name, type, value, read, onPage, place, in, method, confidence, others);
    }

    /** A text that stands on no page, which there is no doubt about. */
    public static FieldValue given(String name, String value, String method) {
        return new FieldValue(name, FieldType.TEXT, value, value, 0, Candidate.NOWHERE, Page.Unit.POINT, method, 1);
    }

    /** A field that nothing was found for. */
    public static FieldValue unknown(FieldSpec field) {
        return new FieldValue(
                field.name(), field.type(), "", "", 0, Candidate.NOWHERE, Page.Unit.POINT, "not found", 0);
    }

    public boolean isDoubtful() {
        return confidence < SURE;
    }
}
