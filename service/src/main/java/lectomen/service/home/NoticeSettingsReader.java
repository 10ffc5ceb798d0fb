package lectomen.service.home;

import java.net.URI;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.rulefile.TimesOfDay;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Problem;
import lectomen.engine.yaml.Section;

/** Reads {@code notify:}. */
final class NoticeSettingsReader {
    private static final Set<String> WHEN_IN_DOUBT = Set.of("repeat", "leave");

    private final List<Problem> problems;
    private final Set<String> mail;

    /** @param mail the names of the mail connections */
    NoticeSettingsReader(List<Problem> problems, Set<String> mail) {
        this.problems = problems;
        this.mail = new TreeSet<>(mail);
    }

    /** What holds where nothing is said. */
    NoticeSettings usual() {
        return new NoticeSettings(first(), Optional.empty(), true, Map.of(), NoticeSettings.USUAL_TIME);
    }

    private Optional<String> first() {
        return mail.stream().findFirst();
    }

    Optional<NoticeSettings> read(Node node) {
        return Section.open("\"notify\"", node, problems).map(this::settings);
    }

    private NoticeSettings settings(Section section) {
        Optional<Node.Text> by = section.findText("by");
        by.filter(text -> !mail.contains(text.text()))
                .ifPresent(text -> section.report(
                        text.spot(),
                        "unknown mail connection \"" + text.text() + "\"" + Section.suggestion(text.text(), mail)));
        Optional<Node.Text> address = section.findText("address");
        Optional<URI> uri = address.flatMap(text -> address(section, text));
        Optional<Node.Text> doubt = section.findText("when in doubt");
        doubt.filter(text -> !WHEN_IN_DOUBT.contains(text.text()))
                .ifPresent(text ->
                        section.report(text.spot(), "\"when in doubt\" must be repeat or leave, not " + text.kind()));
        Map<NoticeKind, List<String>> notified = new EnumMap<>(NoticeKind.class);
        List<NoticeKind> kinds = new ArrayList<>(NoticeKind.about(NoticeKind.About.SITE));
        kinds.addAll(NoticeKind.about(NoticeKind.About.REPORT));
        for (NoticeKind kind : kinds) {
            List<String> names =
                    section.texts(kind.word()).stream().map(Node.Text::text).toList();
            if (!names.isEmpty()) {
                notified.put(kind, names);
            }
        }
        Optional<Node.Text> at = section.findText("reports at");
        Optional<LocalTime> reportsAt = at.flatMap(text -> TimesOfDay.find(text.text()));
        at.filter(text -> reportsAt.isEmpty())
                .ifPresent(text ->
                        section.report(text.spot(), "\"reports at\" must be a time such as 06:00, not " + text.kind()));
        section.close();
        return new NoticeSettings(
                by.map(Node.Text::text).or(this::first),
                uri,
                doubt.filter(text -> text.text().equals("leave")).isEmpty(),
                notified,
                reportsAt.orElse(NoticeSettings.USUAL_TIME));
    }

    private static Optional<URI> address(Section section, Node.Text text) {
        try {
            URI uri = URI.create(text.text());
            if (uri.getHost() != null && Set.of("http", "https").contains(uri.getScheme())) {
                return Optional.of(uri);
            }
        } catch (IllegalArgumentException e) {
            // reported below like any other text that is no address
        }
        section.report(text.spot(), "\"address\" must be such as https://capture.harbour.example, not " + text.kind());
        return Optional.empty();
    }
}
