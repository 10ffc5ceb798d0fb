package lectomen.service.work;

import java.time.InstantSource;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.facts.Site;
import lectomen.engine.notice.NoticeOrder;
import lectomen.engine.plan.AnswerSlots;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.AnswerFile;
import lectomen.engine.rule.FollowUp;
import lectomen.engine.rule.OriginalHandling;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.StepOutput;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.answer.Answers;
import lectomen.service.effect.call.Calls;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.effect.giveback.GiveBack;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobFacts;
import lectomen.service.job.JobLinks;
import lectomen.service.job.JobNotes;
import lectomen.service.job.JobOutputs;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.job.Originals;
import lectomen.service.ledger.Ledger;
import lectomen.service.notice.JobNotices;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Carries out a rule's follow-ups when a document has come to its end: tags on its job, a reply to the sender, notices, what happens to
 * the original, and the hand-over to another rule, which gets the original or an output, the fields and the reason. It is
 * written down together with the end, so that it happens once however often the service is ended.
 *
 * <p>Documents that were made out of another are tagged and handed over themselves; the sender's reply and the original are about
 * the document that came in.
 */
public final class FollowUps implements JobEndings.FollowUpListener {
    private static final String SERVICE = "service";
    private static final String NEEDS_HOT_FOLDER =
            "\" is a folder inside a hot folder, but the document came from no hot folder.";

    private final Ledger ledger;
    private final Jobs jobs;
    private final JobResults results;
    private final JobNotes notes;
    private final Rulebook rulebook;
    private final GiveBack giveBack;
    private final Answers answers;
    private final JobNotices notices;
    private final Calls calls;
    private final JobFilings filings;
    private final Originals originals;
    private final Sources sources;
    private final Supplier<Site> site;
    private final long uploads;
    private final InstantSource clock;

    public FollowUps(
            Ledger ledger,
            Jobs jobs,
            JobResults results,
            JobNotes notes,
            Rulebook rulebook,
            Sources sources,
            GiveBack giveBack,
            Answers answers,
            JobNotices notices,
            Calls calls,
            JobFilings filings,
            Supplier<Site> site,
            InstantSource clock) {
        this.ledger = ledger;
        this.jobs = jobs;
        this.results = results;
        this.notes = notes;
        this.rulebook = rulebook;
        this.sources = sources;
        this.giveBack = giveBack;
        this.answers = answers;
        this.notices = notices;
        this.calls = calls;
        this.filings = filings;
        this.originals = new Originals(ledger, clock);
        this.site = site;
        this.uploads = sources.ofUploads();
        this.clock = clock;
    }

    @Override
    public boolean goesOn(JdbcClient db, Job job, JobState state, Optional<Reason> reason) {
        Optional<FollowUp> followUp =
                end(state).flatMap(end -> job.rule().flatMap(rule -> rulebook.findFollowUp(rule, end)));
        if (followUp.isEmpty()) {
            return false;
        }
        Optional<String> hotFolder = sources.findFolder(db, job.source());
        if (!followUp.get().tags().isEmpty()
                || followUp.get().answer().isPresent()
                || followUp.get().notice().isPresent()
                || followUp.get().call().isPresent()) {
            Map<String, String> slots = slots(db, job, state, reason, hotFolder);
            Set<String> tags = followUp.get().tags(slots, site.get().locale());
            if (!tags.isEmpty()) {
                jobs.tag(db, jobs.find(db, job.id()).orElse(job), tags);
            }
            if (job.partOf().isEmpty()) {
                followUp.get().answer().ifPresent(answer -> answer(db, job, answer, slots, hotFolder));
            }
            followUp.get().notice().ifPresent(order -> notify(db, job, order, state, reason, slots));
            followUp.get().call().ifPresent(order -> calls.intend(db, job, order, state, reason, slots));
        }
        boolean partsGoOn = !JobLinks.parts(db, job).isEmpty();
        boolean handedOver = followUp.flatMap(FollowUp::handOver)
                .filter(on -> partsGoOn || handOver(db, job, on, state, reason))
                .isPresent();
        boolean said = followUp.get()
                .original()
                .filter(original -> job.partOf().isEmpty())
                .filter(original -> isDoneWith(db, job, original, reason, hotFolder))
                .isPresent();
        return handedOver || said;
    }

    private void notify(
            JdbcClient db,
            Job job,
            NoticeOrder order,
            JobState state,
            Optional<Reason> reason,
            Map<String, String> slots) {
        for (String problem : notices.ended(db, job, order, state, reason, slots)) {
            notes.add(db, job.id(), problem, SERVICE);
        }
    }

    private void answer(
            JdbcClient db, Job job, AnswerFile answer, Map<String, String> slots, Optional<String> hotFolder) {
        Locale locale = site.get().locale();
        String content = answer.content(slots, locale);
        if (!answers.intend(db, job, hotFolder, answer.folder(), answer.name(slots, locale), content)) {
            notes.add(db, job.id(), "No answer was written: \"" + answer.folder() + NEEDS_HOT_FOLDER, SERVICE);
        }
    }

    /** What is known of the document at its end. */
    private Map<String, String> slots(
            JdbcClient db, Job job, JobState state, Optional<Reason> reason, Optional<String> hotFolder) {
        Map<String, String> slots =
                new HashMap<>(filings.filedSlots(db, job).orElseGet(() -> knownSlots(db, job, hotFolder)));
        slots.put("end", state.code());
        slots.put("reason", reason.map(Reason::words).orElse(""));
        slots.put("job", job.id());
        return slots;
    }

    private Map<String, String> knownSlots(JdbcClient db, Job job, Optional<String> hotFolder) {
        Map<String, String> fields = new TreeMap<>();
        results.fields(db, job).forEach(field -> fields.put(field.name(), field.value()));
        return job.rule()
                .flatMap(rulebook::findDocument)
                .map(rule -> AnswerSlots.of(rule, JobFacts.of(job, hotFolder, clock.instant()), site.get(), fields))
                .orElse(fields);
    }

    /** Whether it is said with this what becomes of the document, so that nothing else need be done with it. */
    private boolean isDoneWith(
            JdbcClient db, Job job, OriginalHandling original, Optional<Reason> reason, Optional<String> hotFolder) {
        if (original instanceof OriginalHandling.Move move) {
            boolean moved = giveBack.moveOriginal(db, job, hotFolder, move.folder(), reason);
            if (!moved) {
                notes.add(db, job.id(), "The original was not moved: \"" + move.folder() + NEEDS_HOT_FOLDER, SERVICE);
            }
            return moved;
        }
        if (original instanceof OriginalHandling.Remove && job.original().isPresent()) {
            originals.remove(db, job.id(), SERVICE);
        }
        return true;
    }

    private static Optional<FollowUp.End> end(JobState state) {
        return switch (state) {
            case FILED -> Optional.of(FollowUp.End.FILED);
            case REJECTED -> Optional.of(FollowUp.End.REJECTED);
            case FAILED -> Optional.of(FollowUp.End.FAILED);
            default -> Optional.empty();
        };
    }

    private boolean handOver(JdbcClient db, Job job, FollowUp.HandOver on, JobState state, Optional<Reason> reason) {
        if (job.original().isEmpty()) {
            return false;
        }
        Set<String> before = Stream.concat(Stream.of(job), JobLinks.ancestors(db, jobs, job).stream())
                .flatMap(earlier -> earlier.rule().stream())
                .map(RuleRef::id)
                .collect(Collectors.toSet());
        if (before.contains(on.to())) {
            notes.add(
                    db, job.id(), "It was not handed over to rule " + on.to() + ", since it came from there.", SERVICE);
            return false;
        }
        Optional<StepOutput> output = JobOutputs.find(db, job, on.output());
        if (output.isEmpty()) {
            String why = "There is no output \"" + on.output() + "\" to hand over to rule " + on.to() + ".";
            notes.add(db, job.id(), why, SERVICE);
            return false;
        }
        String next = jobs.newId(db);
        ByteRef bytes = new ByteRef(output.get().sha256(), output.get().size());
        ByteStore.use(db, bytes, clock.millis());
        Jobs.NewJob handed = new Jobs.NewJob(
                uploads,
                nameOf(job, output.get()),
                circumstances(db, job, state, reason),
                bytes.size(),
                output.get().type(),
                Optional.of(on.to()),
                JobState.WAITING,
                job.arrival().map(arrival -> new Jobs.Arrived(arrival, bytes)),
                job.origin(),
                false);
        jobs.create(db, next, handed, SERVICE);
        JobLinks.setHandedOverFrom(db, next, job.id());
        ledger.append(
                db,
                SERVICE,
                "job.handed-over",
                job.subject(),
                "job",
                next,
                "rule",
                on.to(),
                "output",
                output.get().output());
        return true;
    }

    /** The original name; what a step made of it has the extension of its own type. */
    private static String nameOf(Job job, StepOutput output) {
        boolean asItCame = output.sha256().equals(job.original().orElseThrow().sha256());
        int dot = job.name().lastIndexOf('.');
        return asItCame || output.type().ending().isEmpty()
                ? job.name()
                : (dot > 0 ? job.name().substring(0, dot) : job.name()) + "."
                        + output.type().ending();
    }

    private FileFacts.Circumstances circumstances(JdbcClient db, Job job, JobState state, Optional<Reason> reason) {
        Map<String, String> given = new TreeMap<>();
        results.fields(db, job).forEach(field -> given.put(field.name(), field.value()));
        given.put("rule", job.rule().map(RuleRef::id).orElse(""));
        given.put("end", state.code());
        given.put("reason", reason.map(Reason::words).orElse(""));
        given.put("job", job.id());
        FileFacts.Circumstances more = job.more();
        Set<String> tags = new TreeSet<>(
                jobs.find(db, job.id()).map(now -> now.more().tags()).orElse(more.tags()));
        return new FileFacts.Circumstances(
                more.subfolder(), more.modified(), more.sender(), tags, Optional.empty(), given, more.sidecar());
    }
}
