package lectomen.engine.extract;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.page.ComparableText;

/**
 * Finds a date in a piece of text. The usual forms are year-month-day, day month-name year, month-name day year, and
 * numbers with dots, slashes or hyphens; of those the day comes first, except in the United States. Two-digit years are
 * 2000 to 2079 and 1980 to 1999.
 */
final class DateText {
    private static final Map<Locale, List<String>> MONTHS = new ConcurrentHashMap<>();
    private static final Pattern YEAR_FIRST =
            Pattern.compile("(?<![\\p{L}\\d])(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})(?!\\d)");
    private static final Pattern NUMBERS =
            Pattern.compile("(?<![\\p{L}\\d])(\\d{1,2})[-/.] ?(\\d{1,2})[-/.] ?(\\d{4}|\\d{2})(?!\\d)");
    private static final Pattern DAY_NAME_YEAR =
            Pattern.compile("(?<![\\p{L}\\d])(\\d{1,2})(?:st|nd|rd|th|\\.)?[- ](\\p{L}{3,})\\.?,?[- ](\\d{4})(?!\\d)");
    private static final Pattern NAME_DAY_YEAR =
            Pattern.compile("(\\p{L}{3,})\\.? (\\d{1,2})(?:st|nd|rd|th)?,? (\\d{4})(?!\\d)");

    private DateText() {}

    static Optional<LocalDate> find(String text, String form, Locale locale) {
        String folded = ComparableText.withSingleBlanks(text);
        if (!form.isEmpty()) {
            return inForm(folded, form, locale);
        }
        Matcher yearFirst = YEAR_FIRST.matcher(folded);
        if (yearFirst.find()) {
            return date(yearFirst.group(1), number(yearFirst.group(2)), yearFirst.group(3));
        }
        Matcher dayName = DAY_NAME_YEAR.matcher(folded);
        if (dayName.find()) {
            return date(dayName.group(3), month(dayName.group(2), locale), dayName.group(1));
        }
        Matcher nameDay = NAME_DAY_YEAR.matcher(folded);
        if (nameDay.find()) {
            return date(nameDay.group(3), month(nameDay.group(1), locale), nameDay.group(2));
        }
        Matcher numbers = NUMBERS.matcher(folded);
        if (numbers.find()) {
            boolean monthFirst = "US".equals(locale.getCountry());
            String month = numbers.group(monthFirst ? 1 : 2);
            String day = numbers.group(monthFirst ? 2 : 1);
            return date(numbers.group(3), number(month), day);
        }
        return Optional.empty();
    }

    /** The formatter that both checks a form when a rule is written and reads with it. */
    static DateTimeFormatter formatter(String form, Locale locale) {
        return new DateTimeFormatterBuilder()
                .parseCaseInsensitive()
                .appendPattern(form.replace('y', 'u'))
                .toFormatter(locale)
                .withResolverStyle(ResolverStyle.STRICT);
    }

    private static Optional<LocalDate> inForm(String text, String form, Locale locale) {
        try {
            return Optional.of(LocalDate.parse(text, formatter(form, locale)));
        } catch (DateTimeException notInForm) {
            return Optional.empty();
        }
    }

    private static Optional<LocalDate> date(String year, int month, String day) {
        int fullYear = number(year);
        if (year.length() == 2) {
            fullYear += fullYear < 80 ? 2000 : 1900;
        }
        try {
            return Optional.of(LocalDate.of(fullYear, month, number(day)));
        } catch (DateTimeException noSuchDay) {
            return Optional.empty();
        }
    }

    private static int number(String digits) {
        return Integer.parseInt(digits);
    }

    /** 1 to 12 by the locale's or the English month names, whole or cut after three letters; 0 when it is none. */
    private static int month(String name, Locale locale) {
        for (Locale language : new Locale[] {locale, Locale.ENGLISH}) {
            String wanted = name.toLowerCase(language);
            List<String> names = MONTHS.computeIfAbsent(language, DateText::months);
            for (int month = 0; month < names.size(); month++) {
                String full = names.get(month);
                if (full.equals(wanted) || (wanted.length() < full.length() && full.startsWith(wanted))) {
                    return month + 1;
                }
            }
        }
        return 0;
    }

    private static List<String> months(Locale language) {
        return Stream.of(Month.values())
                .map(month -> month.getDisplayName(TextStyle.FULL, language).toLowerCase(language))
                .toList();
    }
}
