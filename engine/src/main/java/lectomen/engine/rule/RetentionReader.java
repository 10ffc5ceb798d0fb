package lectomen.engine.rule;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads {@code retention: { originals: 90 days, jobs: 2 years }}. A month counts as 30 days and a year as 365. */
public final class RetentionReader {
    private static final Pattern AGE = Pattern.compile("(\\d{1,5}) (day|week|month|year)s?");

    private RetentionReader() {}

    public static Optional<Retention> read(Node node, List<Problem> problems) {
        return Section.open("\"retention\"", node, problems).map(section -> {
            Retention retention = new Retention(age(section, "originals"), age(section, "jobs"));
            boolean jobsFirst = retention.jobs().isPresent()
                    && retention.originals().isPresent()
                    && retention.jobs().get().compareTo(retention.originals().get()) < 0;
            if (jobsFirst) {
                section.report(section.spot(), "originals can't be kept longer than their jobs");
            }
            section.close();
            return retention;
        });
    }

    private static Optional<Duration> age(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty() || text.get().text().equals("for ever")) {
            return Optional.empty();
        }
        Matcher matcher = AGE.matcher(text.get().text());
        if (!matcher.matches() || Long.parseLong(matcher.group(1)) == 0) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be a time such as 90 days, 6 months or 2 years, or for ever, not "
                            + text.get().kind());
            return Optional.empty();
        }
        long number = Long.parseLong(matcher.group(1));
        return Optional.of(Duration.ofDays(number
                * switch (matcher.group(2)) {
                    case "day" -> 1;
                    case "week" -> 7;
                    case "month" -> 30;
                    default -> 365;
                }));
    }
}
