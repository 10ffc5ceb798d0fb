package lectomen.engine.extract;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/** What a field's text must be read as. The value is kept in one spelling whatever the document's. */
public enum FieldType {
    /** As it stands, blanks folded. */
    TEXT("text"),
    /** Kept as yyyy-MM-dd. */
    DATE("date"),
    /** Kept as plain digits with a dot before the decimals. */
    NUMBER("number");

    private final String word;

    FieldType(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static Optional<FieldType> findByWord(String word) {
        for (FieldType type : values()) {
            if (type.word.equals(word.strip().toLowerCase(Locale.ROOT))) {
                return Optional.of(type);
            }
        }
        return Optional.empty();
    }

    /** What is wrong with a date form such as dd/MM/yyyy; empty when nothing is. */
    public static Optional<String> findFormProblem(String form, Locale locale) {
        try {
            String example = DateText.formatter(form, locale).format(LocalDate.EPOCH);
            return example.equals(form) ? Optional.of("it has no letters for day, month and year") : Optional.empty();
        } catch (IllegalArgumentException | DateTimeException e) {
            return Optional.of(Objects.requireNonNullElse(e.getMessage(), "it can't be used"));
        }
    }

    /**
     * Reads the value from the text found, or empty when it holds none.
     *
     * @param form a date form such as dd/MM/yyyy that the text must have; empty for any usual one
     */
    Optional<String> read(String raw, String form, Locale locale) {
        return switch (this) {
            case TEXT ->
                raw.isBlank() ? Optional.empty() : Optional.of(raw.strip().replaceAll("\\s+", " "));
            case DATE -> DateText.find(raw, form, locale).map(Object::toString);
            case NUMBER -> NumberText.find(raw, locale).map(number -> number.toPlainString());
        };
    }
}
