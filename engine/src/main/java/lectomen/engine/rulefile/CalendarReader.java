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

/** Reads a site's working days and holidays. */
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
            section.close();
            return new WorkCalendar(working, holidays);
        });
    }
}
