package lectomen.engine.notice;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What people can be notified of. */
public enum NoticeKind {
    FILED(About.DOCUMENT, "filed", "Documents filed"),
    FAILED(About.DOCUMENT, "failed", "Documents failed"),
    REJECTED(About.DOCUMENT, "rejected", "Documents rejected"),
    UNMATCHED(About.DOCUMENT, "unmatched", "Documents that no rule takes"),
    NEEDS_REVIEW(About.DOCUMENT, "needs review", "Documents to review"),
    AWAITING_APPROVAL(About.DOCUMENT, "awaits approval", "Documents to approve"),
    OVERDUE(About.DOCUMENT, "is overdue", "Reviews and approvals overdue"),
    QUESTION(About.DOCUMENT, "has a question for you", "Questions of colleagues"),
    SILENT(About.SOURCE, "is silent", "Hot folder silent"),
    UNREACHABLE(About.SOURCE, "is unreachable", "Hot folder unreachable"),
    CONNECTION_AWAY(About.SITE, "can't be reached", "Connection away"),
    DISK_LOW(About.SITE, "is almost full", "Disk almost full"),
    WORKER_TROUBLE(About.SITE, "end unexpectedly", "Worker trouble"),
    CERTIFICATE_EXPIRES(About.SITE, "expires soon", "Certificate about to expire"),
    DAILY_REPORT(About.REPORT, "", "Daily report"),
    WEEKLY_REPORT(About.REPORT, "", "Weekly report");

    /** What a notice is about. */
    public enum About {
        /** A document, by its job. */
        DOCUMENT,
        /** A place that documents come from. */
        SOURCE,
        /** The service itself. */
        SITE,
        /** What came in, and what became of it. */
        REPORT
    }

    private static final Map<String, String> SEVERAL = Map.of(
            "needs review", "need review",
            "awaits approval", "await approval",
            "is overdue", "are overdue",
            "has a question for you", "have questions for you");

    private final About about;
    private final String happened;
    private final String title;

    NoticeKind(About about, String happened, String title) {
        this.about = about;
        this.happened = happened;
        this.title = title;
    }

    public About about() {
        return about;
    }

    /** The word in rules and settings, such as {@code connection away}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** What a rule can have people notified of while its documents wait for people. */
    public static List<NoticeKind> whileWaiting() {
        return List.of(NEEDS_REVIEW, AWAITING_APPROVAL, OVERDUE);
    }

    /** What happened, behind its subject: "permit.pdf failed". */
    String happened() {
        return happened;
    }

    /** The same of several: "2 documents failed". */
    String happenedToSeveral() {
        return SEVERAL.getOrDefault(happened, happened);
    }

    public String title() {
        return title;
    }

    public static Optional<NoticeKind> findByWord(String word) {
        return Stream.of(values()).filter(kind -> kind.word().equals(word)).findFirst();
    }

    public static List<NoticeKind> about(About about) {
        return Stream.of(values()).filter(kind -> kind.about == about).toList();
    }
}
