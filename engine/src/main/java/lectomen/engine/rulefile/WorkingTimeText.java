package lectomen.engine.rulefile;

import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.reason.Counted;
import lectomen.engine.schedule.WorkingTime;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** The times that rules give people, as they are written: {@code 2 working days}, {@code 4 working hours}, {@code 30 minutes}. */
public final class WorkingTimeText {
    private static final Pattern WORKING = Pattern.compile("(\\d{1,3}) working (hours?|days?)");

    private WorkingTimeText() {}

    public static Optional<WorkingTime> find(String text) {
        Matcher working = WORKING.matcher(text);
        if (!working.matches()) {
            return DurationText.find(text).map(length -> new WorkingTime(length, WorkingTime.Counted.BY_THE_CLOCK));
        }
        long number = Long.parseLong(working.group(1));
        if (number == 0) {
            return Optional.empty();
        }
        return Optional.of(
                working.group(2).startsWith("day")
                        ? new WorkingTime(Duration.ofDays(number), WorkingTime.Counted.WORKING_DAYS)
                        : new WorkingTime(Duration.ofHours(number), WorkingTime.Counted.WORKING_HOURS));
    }

    /** Reads the time under a word; reports what is none. */
    public static Optional<WorkingTime> read(Section section, String word) {
        return section.findText(word).flatMap(text -> read(section, word, text));
    }

    private static Optional<WorkingTime> read(Section section, String word, Node.Text text) {
        Optional<WorkingTime> time = find(text.text());
        if (time.isEmpty()) {
            section.report(
                    text.spot(),
                    "\"" + word + "\" must be a time such as 2 working days, 4 working hours or 30 minutes, not "
                            + text.kind());
        }
        return time;
    }

    public static String words(WorkingTime time) {
        return switch (time.counted()) {
            case BY_THE_CLOCK -> DurationText.words(time.length());
            case WORKING_HOURS -> Counted.of(time.length().toHours(), "working hour", "working hours");
            case WORKING_DAYS -> Counted.of(time.length().toDays(), "working day", "working days");
        };
    }
}
