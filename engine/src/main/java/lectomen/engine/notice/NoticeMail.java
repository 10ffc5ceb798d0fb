package lectomen.engine.notice;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.step.mail.MailHtml;
import lectomen.engine.step.mail.MailSubject;

/**
 * A mail that tells somebody of things, as plain text and as simple HTML that says the same.
 *
 * @param subject in one line
 */
public record NoticeMail(String subject, String text, String html) {
    /** Of one thing, or a digest of several. */
    public static NoticeMail of(List<NoticeItem> items, Locale locale, ZoneId zone) {
        String subject = items.size() == 1
                ? items.get(0).subject().orElseGet(() -> headline(items.get(0)))
                : items.size() + " notices: "
                        + items.stream()
                                .map(item -> item.kind().title().toLowerCase(Locale.ROOT))
                                .distinct()
                                .collect(Collectors.joining(", "));
        DateTimeFormatter times = DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                .withLocale(locale)
                .withZone(zone);
        String text = items.stream().map(item -> text(item, times)).collect(Collectors.joining("\n\n"));
        String html = items.stream().map(item -> html(item, times)).collect(Collectors.joining("\n"));
        return new NoticeMail(MailSubject.of(subject), text + "\n", MailHtml.page(html));
    }

    /** What happened, in a line. */
    public static String headline(NoticeItem item) {
        if (item.kind().about() == NoticeKind.About.REPORT) {
            return item.kind().title() + ", " + item.name();
        }
        String by = item.rule().isEmpty() ? "" : item.rule() + ": ";
        if (item.kind().about() != NoticeKind.About.DOCUMENT) {
            return item.name() + " " + item.kind().happened();
        }
        return item.count() == 1
                ? by + item.name() + " " + item.kind().happened()
                : by + item.count() + " documents " + item.kind().happenedToSeveral();
    }

    private static String text(NoticeItem item, DateTimeFormatter times) {
        String said = item.text().orElseGet(() -> headline(item) + ".");
        return Stream.of(said, detail(item, times), item.link())
                .filter(part -> !part.isBlank())
                .collect(Collectors.joining("\n"));
    }

    /** Why, and when; nothing beside a rule's own text. */
    private static String detail(NoticeItem item, DateTimeFormatter times) {
        if (item.text().isPresent()) {
            return "";
        }
        String why = item.reason().isEmpty() ? "" : item.reason() + "\n";
        String latest = item.count() > 1 && item.kind().about() == NoticeKind.About.DOCUMENT
                ? "The latest: " + item.name() + "\n"
                : "";
        return why + latest + when(item.first(), item.last(), times);
    }

    private static String when(Instant first, Instant last, DateTimeFormatter times) {
        String from = times.format(first);
        String to = times.format(last);
        return from.equals(to) ? from : from + " to " + to;
    }

    private static String html(NoticeItem item, DateTimeFormatter times) {
        String said = item.text().orElseGet(() -> headline(item) + ".");
        String link = item.link().isEmpty()
                ? ""
                : "<a href=\"" + MailHtml.escaped(item.link()) + "\">" + MailHtml.escaped(item.link()) + "</a>";
        return Stream.of(MailHtml.body(said), MailHtml.lines(detail(item, times)), link)
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining("<br>", "<p>", "</p>"));
    }
}
