package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.extract.FieldType;

/** What marked values have in common: their type and their pattern. */
final class ValueForms {
    private static final Pattern DAY = Pattern.compile(
            "\\d{1,4}[./-]\\d{1,2}[./-]\\d{2,4}|\\d{1,2}\\.? ?\\p{L}{3,9}\\.? ?\\d{2,4}|\\p{L}{3,9} \\d{1,2},? \\d{4}");
    private static final Pattern NUMBER = Pattern.compile("-?(?!0\\d)\\d[\\d.,' ]{0,14}( ?(\\p{L}{1,3}[²³]?|%|°))?");
    private static final Pattern AMOUNT =
            Pattern.compile("([£€$]|[A-Z]{3}) ?\\d[\\d.,' ]*|\\d[\\d.,' ]* ?([£€$]|[A-Z]{3})");
    private static final Pattern RUN = Pattern.compile("\\d+|\\p{Lu}+|[^\\d\\p{Lu}]");
    private static final int SHORTEST_CODE = 4;
    private static final int LONGEST_CODE = 30;

    private ValueForms() {}

    static FieldType type(List<String> values, Locale locale) {
        if (all(values, DAY, FieldType.DATE, locale)) {
            return FieldType.DATE;
        }
        if (all(values, AMOUNT, FieldType.MONEY, locale)) {
            return FieldType.MONEY;
        }
        return all(values, NUMBER, FieldType.NUMBER, locale) ? FieldType.NUMBER : FieldType.TEXT;
    }

    private static boolean all(List<String> values, Pattern like, FieldType type, Locale locale) {
        return values.stream()
                .allMatch(value -> like.matcher(value).matches()
                        && type.read(value, "", locale).isPresent());
    }

    /**
     * The pattern of codes such as MHP-2027-0031: figures may be any, capitals too where they differ. None for what is no code,
     * or is written in several ways.
     */
    static Optional<Pattern> pattern(List<String> values) {
        List<List<String>> runs = values.stream().map(ValueForms::runs).toList();
        List<String> first = runs.get(0);
        boolean codes = values.stream()
                .allMatch(value -> value.length() >= SHORTEST_CODE
                        && value.length() <= LONGEST_CODE
                        && value.chars().anyMatch(Character::isDigit)
                        && value.chars().noneMatch(Character::isLowerCase));
        boolean alike = runs.stream().allMatch(other -> isWrittenAlike(other, first));
        if (!codes || !alike) {
            return Optional.empty();
        }
        StringBuilder pattern = new StringBuilder();
        for (int i = 0; i < first.size(); i++) {
            int at = i;
            pattern.append(run(runs.stream().map(all -> all.get(at)).toList(), i == 0));
        }
        boolean figuresFirst = Character.isDigit(first.get(0).charAt(0));
        return Optional.of(Pattern.compile(figuresFirst ? "\\b" + pattern + "\\b" : pattern.toString()));
    }

    private static List<String> runs(String value) {
        List<String> runs = new ArrayList<>();
        Matcher matcher = RUN.matcher(value);
        while (matcher.find()) {
            runs.add(matcher.group());
        }
        return runs;
    }

    private static boolean isWrittenAlike(List<String> one, List<String> other) {
        boolean alike = one.size() == other.size();
        for (int i = 0; i < one.size() && alike; i++) {
            alike = kind(one.get(i)).equals(kind(other.get(i)));
        }
        return alike;
    }

    private static String kind(String run) {
        return Character.isDigit(run.charAt(0)) ? "9" : Character.isUpperCase(run.charAt(0)) ? "A" : run;
    }

    /** What runs of one kind at one place have in common. The letters that a code begins with are taken for its mark. */
    private static String run(List<String> runs, boolean isFirst) {
        String first = runs.get(0);
        String any = Character.isDigit(first.charAt(0)) ? "\\d" : "[A-Z]";
        if (kind(first).equals(first) && !first.equals("A") && !first.equals("9")) {
            return escaped(first);
        }
        boolean letters = any.equals("[A-Z]");
        boolean same = runs.stream().allMatch(first::equals);
        boolean isKnown = isFirst || first.length() > 1 || runs.size() > 1;
        if (letters && same && isKnown) {
            return first;
        }
        int shortest = runs.stream().mapToInt(String::length).min().orElse(1);
        int longest = runs.stream().mapToInt(String::length).max().orElse(1);
        String count = shortest == longest
                ? (shortest == 1 ? "" : "{" + shortest + "}")
                : "{" + shortest + "," + longest + "}";
        return any + count;
    }

    private static String escaped(String sign) {
        return "\\^$.|?*+()[]{}".contains(sign) ? "\\" + sign : sign;
    }
}
