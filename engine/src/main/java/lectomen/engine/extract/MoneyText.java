package lectomen.engine.extract;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds an amount of money: a number with two decimals, and the currency by its sign or its code (ISO 4217). */
final class MoneyText {
    private static final Pattern CODE = Pattern.compile("(?<![A-Z])[A-Z]{3}(?![A-Z])");
    private static final Map<String, String> SIGNS =
            Map.of("\u20ac", "EUR", "\u00a3", "GBP", "$", "USD", "\u00a5", "JPY", "\u20b9", "INR", "z\u0142", "PLN");
    private static final Set<String> CODES = Currency.getAvailableCurrencies().stream()
            .map(Currency::getCurrencyCode)
            .collect(Collectors.toUnmodifiableSet());

    private MoneyText() {}

    static Optional<String> find(String text, Locale locale) {
        return NumberText.find(text, locale).map(number -> {
            BigDecimal amount = number.scale() > 2 ? number : number.setScale(2, RoundingMode.UNNECESSARY);
            return currency(text)
                    .map(code -> amount.toPlainString() + " " + code)
                    .orElse(amount.toPlainString());
        });
    }

    private static Optional<String> currency(String text) {
        Matcher code = CODE.matcher(text);
        while (code.find()) {
            if (CODES.contains(code.group())) {
                return Optional.of(code.group());
            }
        }
        return SIGNS.entrySet().stream()
                .filter(sign -> text.contains(sign.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
