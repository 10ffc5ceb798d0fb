package lectomen.engine.extract;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import lectomen.engine.page.ComparableText;

/** The type of a field's value. The value is kept in one spelling whatever the document's. */
public enum FieldType {
    /** As it stands, blanks folded. */
    TEXT("text"),
    /** Kept as yyyy-MM-dd. */
    DATE("date"),
    /** Kept as plain digits with a dot before the decimals. */
    NUMBER("number"),
    /** Kept as plain digits with two decimals, and the currency's code behind them where one is said. */
    MONEY("money"),
    /** Kept as yes or no. */
    YES_NO("yes/no"),
    /** One of some words, kept as the rule spells it. */
    CHOICE("choice"),
    /** Several texts, parted by commas, semicolons or lines; kept with a semicolon and a blank between. */
    LIST("list");

    static final String LIST_MARK = "; ";

    private final String word;

    FieldType(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static List<String> words() {
        return List.of(values()).stream().map(FieldType::word).toList();
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
    public Optional<String> read(String raw, String form, Locale locale) {
        return switch (this) {
            case TEXT -> raw.isBlank() ? Optional.empty() : Optional.of(ComparableText.withSingleBlanks(raw));
            case DATE -> DateText.find(raw, form, locale).map(Object::toString);
            case NUMBER -> NumberText.find(raw, locale).map(number -> number.toPlainString());
            case MONEY -> MoneyText.find(raw, locale);
            case YES_NO -> YesNoText.find(raw);
            case CHOICE -> raw.isBlank() ? Optional.empty() : Optional.of(ComparableText.withSingleBlanks(raw));
            case LIST -> list(raw);
        };
    }

    private static Optional<String> list(String raw) {
        List<String> items = List.of(raw.split("[,;\\n]")).stream()
                .map(ComparableText::withSingleBlanks)
                .filter(item -> !item.isEmpty())
                .toList();
        return items.isEmpty() ? Optional.empty() : Optional.of(String.join(LIST_MARK, items));
    }
}
