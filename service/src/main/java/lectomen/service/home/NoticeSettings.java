package lectomen.service.home;

import java.net.URI;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.notice.NoticeKind;

/**
 * Who is notified of what concerns the service itself, and how notices are mailed.
 *
 * @param by the mail connection; empty where there is none, so that notices are in people's inboxes alone
 * @param address of the service in links; empty for the one it listens at
 * @param repeats whether a mail is sent again when it can't be proved that it was sent
 * @param notified groups and sign-in names
 * @param reportsAt the time of day of reports
 */
public record NoticeSettings(
        Optional<String> by,
        Optional<URI> address,
        boolean repeats,
        Map<NoticeKind, List<String>> notified,
        LocalTime reportsAt) {
    public static final LocalTime USUAL_TIME = LocalTime.of(6, 0);

    public static final NoticeSettings NONE =
            new NoticeSettings(Optional.empty(), Optional.empty(), true, Map.of(), USUAL_TIME);

    public NoticeSettings {
        notified = Map.copyOf(notified);
    }
}
