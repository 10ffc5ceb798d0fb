package lectomen.engine.rulefile;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.time.format.TextStyle;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.schedule.Days;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Times of day and weekdays as rules and settings write them. */
public final class TimesOfDay {
    private static final String WORKING_DAYS = "working days";
    private static final String EVERY_DAY = "every day";

    private TimesOfDay() {}

    /** 7:30, 17:30 or 17:30:15; empty for what is no time. */
    public static Optional<LocalTime> find(String text) {
        try {
            return Optional.of(LocalTime.parse(text.indexOf(':') == 1 ? "0" + text : text))
                    .filter(time -> text.length() <= "17:30:15".length());
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }

    public static String word(DayOfWeek day) {
        return day.getDisplayName(TextStyle.FULL, Locale.ENGLISH).toLowerCase(Locale.ROOT);
    }

    /** Days of the week by their words; a problem for each that is none. */
    public static Set<DayOfWeek> ofWeek(List<? extends Node> items, List<Problem> problems) {
        Map<String, DayOfWeek> known =
                List.of(DayOfWeek.values()).stream().collect(Collectors.toMap(TimesOfDay::word, day -> day));
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (Node item : items) {
            String word = item instanceof Node.Text text ? text.text() : "";
            DayOfWeek day = known.get(word);
            if (day == null) {
                Section.report(
                        problems,
                        item.spot(),
                        "unknown day \"" + word + "\"" + Section.suggestion(word, known.keySet()));
            } else {
                days.add(day);
            }
        }
        return days;
    }

    /** Working days, every day (if left out), or days of the week. */
    public static Days days(List<Node.Text> texts, List<Problem> problems) {
        if (texts.isEmpty() || (texts.size() == 1 && texts.get(0).text().equals(EVERY_DAY))) {
            return Days.EVERY;
        }
        return texts.size() == 1 && texts.get(0).text().equals(WORKING_DAYS)
                ? Days.WORKING
                : new Days(ofWeek(texts, problems), false);
    }
}
