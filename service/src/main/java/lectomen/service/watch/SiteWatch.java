package lectomen.service.watch;

import java.time.Duration;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.stream.Stream;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.reason.Reason;
import lectomen.service.home.Settings;
import lectomen.service.notice.JobNotices;
import lectomen.service.notice.NoticeEvent;
import lectomen.service.notice.Notices;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Looks now and then at what may be wrong with hot folders and the service itself, and tells people once when something begins. It is
 * told again only after it was over.
 */
public final class SiteWatch implements AutoCloseable {
    /** What its table can hold of people. */
    public static final List<ErasableColumns> ERASABLE = List.of(new ErasableColumns(
            "notice_condition",
            List.of("subject"),
            ErasableColumns.Subject.FOLDER,
            "delete from notice_condition where instr(subject, ?) > 0"));

    private static final Logger LOG = LoggerFactory.getLogger(SiteWatch.class);
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(2);

    private final Store store;
    private final Notices notices;
    private final JobNotices jobNotices;
    private final Settings settings;
    private final Supplier<List<Condition>> looks;
    private final Runnable prune;
    private final InstantSource clock;
    private final ScheduledExecutorService thread =
            Executors.newSingleThreadScheduledExecutor(work -> new Thread(work, "site-watch"));

    /**
     * Something that is wrong now.
     *
     * @param about the hot folder or connection
     */
    public record Condition(NoticeKind kind, String about, Optional<Reason> reason) {
        String subject() {
            return kind.word() + "/" + about;
        }
    }

    /**
     * @param looks at everything, and says what is wrong
     * @param prune removes what is old, once a day
     */
    public SiteWatch(
            Store store,
            Notices notices,
            JobNotices jobNotices,
            Settings settings,
            Supplier<List<Condition>> looks,
            Runnable prune,
            InstantSource clock) {
        this.store = store;
        this.notices = notices;
        this.jobNotices = jobNotices;
        this.settings = settings;
        this.looks = looks;
        this.prune = prune;
        this.clock = clock;
    }

    public void start() {
        thread.scheduleWithFixedDelay(
                this::look, BETWEEN_LOOKS.toMillis(), BETWEEN_LOOKS.toMillis(), TimeUnit.MILLISECONDS);
        thread.scheduleWithFixedDelay(prune, 1, Duration.ofDays(1).toMinutes(), TimeUnit.MINUTES);
    }

    private void look() {
        try {
            Map<String, Condition> now = new LinkedHashMap<>();
            looks.get().forEach(condition -> now.put(condition.subject(), condition));
            Set<String> known = known();
            if (!known.equals(now.keySet())) {
                store.write(db -> changed(db, now));
            }
        } catch (RuntimeException e) {
            LOG.error("What is wrong with the service can't be told; retried: {}", e.getMessage());
        }
    }

    private Set<String> known() {
        return store.read(db -> new HashSet<>(db.sql("select subject from notice_condition")
                .query(String.class)
                .list()));
    }

    private int changed(JdbcClient db, Map<String, Condition> now) {
        List<String> known = db.sql("select subject from notice_condition")
                .query(String.class)
                .list();
        known.stream().filter(subject -> !now.containsKey(subject)).forEach(subject -> db.sql(
                        "delete from notice_condition where subject = ?")
                .param(subject)
                .update());
        Stream<Condition> begun = now.values().stream().filter(condition -> !known.contains(condition.subject()));
        begun.forEach(condition -> {
            db.sql("insert into notice_condition values (?, ?)")
                    .params(condition.subject(), clock.millis())
                    .update();
            tell(db, condition);
        });
        return now.size();
    }

    private void tell(JdbcClient db, Condition condition) {
        boolean ofSource = condition.kind().about() == NoticeKind.About.SOURCE;
        Set<String> rules = ofSource ? jobNotices.rulesOf(condition.about()) : Set.of();
        Set<String> names = ofSource
                ? jobNotices.names(condition.about(), condition.kind())
                : Set.copyOf(settings.notices().notified().getOrDefault(condition.kind(), List.of()));
        NoticeEvent event = NoticeEvent.of(condition.kind(), condition.about(), condition.reason(), rules);
        notices.tell(db, event, names)
                .forEach(name -> LOG.warn(
                        "\"{}\" in \"notify\" was not notified: it is no group, person or mail address", name));
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
