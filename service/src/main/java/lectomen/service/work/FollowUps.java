package lectomen.service.work;

import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.plan.RuleRef;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Facts;
import lectomen.engine.rule.FollowUp;
import lectomen.service.bytes.ByteStore;
import lectomen.service.filing.WhenEnded;
import lectomen.service.job.Job;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.Ledger;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Does what a rule says follows once a document has come to its end: tags on its job, and handing it over to another rule,
 * which gets the document as it came, its fields and the reason. It is written down together with the end, so that it happens
 * once however often the service is ended.
 */
public final class FollowUps implements WhenEnded {
    private static final String SERVICE = "service";

    private final Ledger ledger;
    private final Jobs jobs;
    private final JobResults results;
    private final JobNotes notes;
    private final Rulebook rulebook;
    private final long uploads;
    private final InstantSource clock;

    public FollowUps(
            Ledger ledger,
            Jobs jobs,
            JobResults results,
            JobNotes notes,
            Rulebook rulebook,
            Sources sources,
            InstantSource clock) {
        this.ledger = ledger;
        this.jobs = jobs;
        this.results = results;
        this.notes = notes;
        this.rulebook = rulebook;
        this.uploads = sources.ofUploads();
        this.clock = clock;
    }

    @Override
    public boolean goesOn(JdbcClient db, Job job, JobState state, Optional<Reason> reason) {
        Optional<FollowUp> followUp =
                end(state).flatMap(end -> job.rule().flatMap(rule -> rulebook.findFollowUp(rule, end)));
        followUp.map(FollowUp::tags)
                .filter(tags -> !tags.isEmpty())
                .ifPresent(tags -> jobs.tag(db, jobs.find(db, job.id()).orElse(job), tags));
        return followUp.flatMap(FollowUp::handOverTo)
                .filter(to -> handOver(db, job, to, state, reason))
                .isPresent();
    }

    private static Optional<FollowUp.End> end(JobState state) {
        return switch (state) {
            case FILED -> Optional.of(FollowUp.End.FILED);
            case REJECTED -> Optional.of(FollowUp.End.REJECTED);
            case FAILED -> Optional.of(FollowUp.End.FAILED);
            default -> Optional.empty();
        };
    }

    private boolean handOver(JdbcClient db, Job job, String to, JobState state, Optional<Reason> reason) {
        if (job.original().isEmpty()) {
            return false;
        }
        Set<String> before = Stream.concat(Stream.of(job), jobs.ancestors(db, job).stream())
                .flatMap(earlier -> earlier.rule().stream())
                .map(RuleRef::id)
                .collect(Collectors.toSet());
        if (before.contains(to)) {
            notes.add(db, job.id(), "It was not handed over to rule " + to + ", since it came from there.", SERVICE);
            return false;
        }
        String next = jobs.newId(db);
        ByteStore.use(db, job.original().get(), clock.millis());
        Optional<Jobs.Arrived> arrived = job.arrival()
                .map(arrival -> new Jobs.Arrived(arrival, job.original().get()));
        Jobs.NewJob handed = new Jobs.NewJob(
                uploads,
                job.name(),
                circumstances(db, job, state, reason),
                job.size(),
                job.type(),
                Optional.of(to),
                JobState.WAITING,
                arrived,
                job.origin(),
                false);
        jobs.create(db, next, handed, SERVICE);
        jobs.setParent(db, next, job.id());
        ledger.append(db, SERVICE, "job.handed-over", job.subject(), "job", next, "rule", to);
        return true;
    }

    private Facts.Circumstances circumstances(JdbcClient db, Job job, JobState state, Optional<Reason> reason) {
        Map<String, String> given = new TreeMap<>();
        results.fields(db, job).forEach(field -> given.put(field.name(), field.value()));
        given.put("rule", job.rule().map(RuleRef::id).orElse(""));
        given.put("end", state.code());
        given.put("reason", reason.map(Reason::words).orElse(""));
        given.put("job", job.id());
        Facts.Circumstances more = job.more();
        Set<String> tags = new TreeSet<>(
                jobs.find(db, job.id()).map(now -> now.more().tags()).orElse(more.tags()));
        return new Facts.Circumstances(
                more.subfolder(), more.modified(), more.sender(), tags, Optional.empty(), given, more.sidecar());
    }
}
