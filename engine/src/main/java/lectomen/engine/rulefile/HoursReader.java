package lectomen.engine.rulefile;

import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads hours of certain days. */
public final class HoursReader {
    private static final Pattern HOURS = Pattern.compile("(\\d{1,2}:\\d\\d) to (\\d{1,2}:\\d\\d)");

    private HoursReader() {}

    /**
     * Hours such as {@code 07:00 to 18:00}; whole days where only the days are given, empty where neither is.
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
        Matcher hours = HOURS.matcher(text.map(Node.Text::text).orElse("00:00 to 00:00"));
        Optional<LocalTime> from = hours.matches() ? TimesOfDay.find(hours.group(1)) : Optional.empty();
        Optional<LocalTime> to = hours.matches() ? TimesOfDay.find(hours.group(2)) : Optional.empty();
        if (from.isEmpty() || to.isEmpty()) {
            section.report(
                    text.map(Node.Text::spot).orElse(section.spot()),
                    "\"" + word + "\" is two times such as 07:00 to 18:00, not "
                            + text.map(Node.Text::kind).orElse("that"));
            return Optional.empty();
        }
        return Optional.of(new OpenHours(from.get(), to.get(), TimesOfDay.days(on, problems)));
    }
}
