package lectomen.service.notice;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Set;
import lectomen.engine.notice.NoticeKind;
import lectomen.service.home.ServiceAddress;

/** Addresses of the console's pages, as people outside the service reach them. */
public final class Links {
    private static final Set<NoticeKind> ON_THE_DESK =
            EnumSet.of(NoticeKind.NEEDS_REVIEW, NoticeKind.AWAITING_APPROVAL, NoticeKind.OVERDUE);

    private final ServiceAddress address;

    Links(ServiceAddress address) {
        this.address = address;
    }

    /** Where a notice is shown: its job, or the list of those that it counts. */
    String of(Notices.Notice notice) {
        return address.of(path(notice));
    }

    /** The same below the service's address. */
    public static String path(Notices.Notice notice) {
        if (notice.kind().about() == NoticeKind.About.REPORT) {
            String period = notice.kind() == NoticeKind.DAILY_REPORT ? "day" : "week";
            return "/report?period=" + period + "&date=" + notice.about();
        }
        if (notice.kind().about() != NoticeKind.About.DOCUMENT) {
            return "/today";
        }
        if (ON_THE_DESK.contains(notice.kind())) {
            return notice.count() == 1 && notice.job().isPresent()
                    ? "/desk?job=" + notice.job().get()
                    : "/desk";
        }
        if (notice.count() == 1 && notice.job().isPresent()) {
            return "/jobs/" + notice.job().get();
        }
        String rule = notice.rule()
                .map(id -> "&rule=" + URLEncoder.encode(id, StandardCharsets.UTF_8))
                .orElse("");
        return "/jobs?state=" + notice.kind().word() + rule;
    }
}
