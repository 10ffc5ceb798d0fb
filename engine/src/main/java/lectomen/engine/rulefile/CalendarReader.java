package lectomen.engine.rulefile;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads a site's working days and hours, and its holidays. */
public final class CalendarReader {
    private CalendarReader() {}

    public static Optional<WorkCalendar> read(Node node, List<Problem> problems) {
        return Section.open("\"calendar\"", node, problems).map(section -> {
            List<Node.Text> days = section.texts("working days");
            Set<DayOfWeek> working =
                    days.isEmpty() ? WorkCalendar.USUAL.workingDays() : TimesOfDay.ofWeek(days, problems);
            Set<LocalDate> holidays = new TreeSet<>();
            for (Node.Text text : section.texts("holidays")) {
                try {
                    holidays.add(LocalDate.parse(text.text()));
                } catch (DateTimeException e) {
                    section.report(text.spot(), "a holiday is a day such as 2027-12-25, not " + text.kind());
                }
            }
            WorkCalendar.Hours hours = section.findText("working hours")
                    .flatMap(text -> hours(section, text))
                    .orElse(WorkCalendar.Hours.USUAL);
            section.close();
            return new WorkCalendar(working, holidays, hours);
        });
    }

    private static Optional<WorkCalendar.Hours> hours(Section section, Node.Text text) {
        Optional<WorkCalendar.Hours> hours = HoursReader.find(text.text());
        if (hours.isEmpty()) {
            section.report(text.spot(), "\"working hours\" is two times such as 08:00 to 17:00, not " + text.kind());
        }
        return hours;
    }
}
