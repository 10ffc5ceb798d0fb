package lectomen.engine.rulefile;

import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads hours of certain days. */
public final class HoursReader {
    private static final Pattern HOURS = Pattern.compile("(\\d{1,2}:\\d\\d) to (\\d{1,2}:\\d\\d)");

    private HoursReader() {}

    /**
     * Hours such as {@code 07:00 to 18:00}, or {@code working hours}; whole days where only the days are given, empty where neither is.
     *
     * @param word that the hours stand under
     * @param onWord that the days stand under
     */
    public static Optional<OpenHours> read(Section section, String word, String onWord, List<Problem> problems) {
        Optional<Node.Text> text = section.findText(word);
        List<Node.Text> on = section.texts(onWord);
        if (text.isEmpty() && on.isEmpty()) {
            return Optional.empty();
        }
        if (text.filter(one -> one.text().equals(OpenHours.WORKING_HOURS)).isPresent()) {
            on.forEach(day -> section.report(
                    day.spot(), "\"" + onWord + "\" can't be used with working hours: they are those of working days"));
            return Optional.of(OpenHours.WORKING);
        }
        Optional<WorkCalendar.Hours> hours = find(text.map(Node.Text::text).orElse("00:00 to 00:00"));
        if (hours.isEmpty()) {
            section.report(
                    text.map(Node.Text::spot).orElse(section.spot()),
                    "\"" + word + "\" is two times such as 07:00 to 18:00, or \"working hours\", not "
                            + text.map(Node.Text::kind).orElse("that"));
            return Optional.empty();
        }
        return Optional.of(new OpenHours(hours, TimesOfDay.days(on, problems)));
    }

    /** Two times such as {@code 08:00 to 17:00}. */
    static Optional<WorkCalendar.Hours> find(String text) {
        Matcher hours = HOURS.matcher(text);
        if (!hours.matches()) {
            return Optional.empty();
        }
        Optional<LocalTime> to = TimesOfDay.find(hours.group(2));
        return TimesOfDay.find(hours.group(1)).flatMap(from -> to.map(end -> new WorkCalendar.Hours(from, end)));
    }
}
