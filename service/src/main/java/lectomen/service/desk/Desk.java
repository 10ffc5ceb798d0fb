package lectomen.service.desk;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Stream;
import lectomen.engine.approval.Approval;
import lectomen.engine.approval.Excluded;
import lectomen.engine.evidence.Proof;
import lectomen.engine.facts.Site;
import lectomen.engine.lookup.Lookups;
import lectomen.engine.plan.ForeseenFilings;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobNotes;
import lectomen.service.job.Jobs;
import lectomen.service.ledger.KeyedHash;
import lectomen.service.ledger.Ledger;
import lectomen.service.plan.PlanWaits;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.ErasableColumns;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The desk: what people are asked about documents, and what follows from their answers. Each answer is taken whole or refused whole,
 * in one write. Safe for several threads.
 */
public final class Desk implements PlanWaits.QuestionListener, Jobs.MoveListener {
    /** What its tables can hold of people. */
    public static final List<ErasableColumns> ERASABLE = Stream.concat(
                    DeskTasks.ERASABLE.stream(), DeskDecisions.ERASABLE.stream())
            .toList();

    /** How long a document stays with whoever has it in front of them without a sign of life. */
    private static final Duration LEASE = Duration.ofMinutes(2);

    private final Store store;
    private final InstantSource clock;
    private final DeskTasks tasks;
    private final DeskDecisions decisions;
    private final DeskProof proof;
    private final DeskNotices notices;
    private final EarlierVersions versions;
    private final JobNotes notes;
    private final Ledger ledger;
    private final OpenTasks opened;
    private final DeskFields fields;
    private final Reviews reviews;
    private final Approvals approvals;
    private final DeskTimes times;
    private final DeskFigures figures;

    /** @param wake called after a plan goes on */
    public Desk(
            Store store,
            Jobs jobs,
            PlanWaits waits,
            JobEndings endings,
            Rulebook rulebook,
            Sources sources,
            Lookups lookups,
            DeskNotices notices,
            DeskFigures figures,
            EarlierVersions versions,
            JobNotes notes,
            Ledger ledger,
            KeyedHash keyed,
            Supplier<Site> site,
            InstantSource clock,
            Runnable wake) {
        this.store = store;
        this.clock = clock;
        this.notes = notes;
        this.ledger = ledger;
        this.tasks = new DeskTasks(site.get(), clock);
        this.decisions = new DeskDecisions(ledger, keyed, clock);
        this.proof = new DeskProof(decisions, ledger);
        this.notices = notices;
        this.versions = versions;
        this.opened = new OpenTasks(jobs, waits, tasks, decisions, site, clock);
        this.fields = new DeskFields(store, opened, rulebook, sources, lookups, site, clock);
        this.reviews = new Reviews(store, jobs, waits, opened, tasks, decisions, fields, proof, ledger, clock, wake);
        this.approvals = new Approvals(
                store,
                waits,
                endings,
                sources,
                opened,
                tasks,
                decisions,
                proof,
                notices,
                (db, before, question, stage) ->
                        ask(db, before.job(), before.task().step(), question, stage),
                wake);
        this.figures = figures;
        this.times = new DeskTimes(store, opened, tasks, approvals, endings, notices, ledger, clock, wake);
    }

    /** Checks values as they are typed. */
    public DeskFields fields() {
        return fields;
    }

    /** Takes the answers to reviews. */
    public Reviews reviews() {
        return reviews;
    }

    /** Takes decisions about documents. */
    public Approvals approvals() {
        return approvals;
    }

    /** How the desk does. */
    public DeskFigures figures() {
        return figures;
    }

    /** Sees to reminders, escalations and deadlines. */
    public DeskTimes times() {
        return times;
    }

    @Override
    public void asked(JdbcClient db, Job job, PlanRecord plan) {
        PeopleQuestion question = plan.findQuestion().orElseThrow();
        Optional<DeskTask> waiting = tasks.findUnanswered(db, job.id());
        if (waiting.filter(task -> task.binding().equals(question.binding())).isPresent()) {
            tasks.set(db, waiting.get().id(), DeskTask.State.OPEN, Optional.empty());
            return;
        }
        waiting.ifPresent(task -> tasks.set(db, task.id(), DeskTask.State.VOID, Optional.of("changed")));
        int step = plan.cursor().get(plan.cursor().size() - 1);
        ask(db, job, step, question, 1);
    }

    private void ask(JdbcClient db, Job job, int step, PeopleQuestion question, int stage) {
        long id = tasks.insert(db, job, step, question, stage);
        if (question.excluded().contains(Excluded.SENDER)) {
            DeskPeople.sender(db, job.more().sender())
                    .ifPresent(sender -> tasks.exclude(db, id, sender, Excluded.SENDER.word()));
        }
        if (question.excluded().contains(Excluded.REVIEWER)) {
            DeskDecisions.reviewers(db, job.id(), job.generation())
                    .forEach(person -> tasks.exclude(db, id, person, Excluded.REVIEWER.word()));
        }
        notices.asked(db, job, question, tasks.asked(db, id));
    }

    /** What waits on the desk is not asked while its job is held, and never again once it goes elsewhere. */
    @Override
    public void moved(JdbcClient db, String id, JobMove move) {
        Optional<DeskTask> waiting = tasks.findUnanswered(db, id);
        if (waiting.isEmpty()) {
            return;
        }
        DeskTask.State next =
                switch (move.to()) {
                    case NEEDS_REVIEW, AWAITING_APPROVAL -> DeskTask.State.OPEN;
                    case HELD -> DeskTask.State.HELD;
                    default -> DeskTask.State.VOID;
                };
        if (next != waiting.get().state()) {
            tasks.set(db, waiting.get().id(), next, Optional.empty());
        }
    }

    /** What waits for a person, with how many there are of each kind. */
    public record Queue(List<Waiting> tasks, Map<String, Integer> counts) {}

    /**
     * A task that waits for somebody.
     *
     * @param asked the fields in question
     * @param takenBy the name of who else has it open
     */
    public record Waiting(DeskTask task, String fileName, List<String> asked, Optional<String> takenBy) {}

    /**
     * Which tasks are wanted.
     *
     * @param job of one job alone
     * @param after the id of the last task of the page before; 0 for the first page
     */
    public record Wanted(Optional<PeopleQuestion.Kind> kind, Optional<String> job, long after, int most) {}

    public Queue queue(long person, Wanted wanted) {
        return store.read(db -> {
            Set<String> names = DeskPeople.namesOf(db, person, clock.millis());
            List<Waiting> waiting = tasks.waiting(db, person, names, wanted);
            return new Queue(waiting, tasks.counts(db, person, names));
        });
    }

    /**
     * All that somebody sees before they answer.
     *
     * @param stages with the names of those who are asked
     * @param mayAnswer whether the person who looks can answer it
     * @param whyNot why they can't; empty where they can
     * @param filings where it will be filed
     * @param earlier what was filed of the same document before
     * @param lists the fields that are lists of values
     */
    public record Detail(
            DeskTask task,
            Job job,
            PeopleQuestion question,
            List<DeskDecision> decisions,
            List<DeskCorrection> corrections,
            boolean mayAnswer,
            String whyNot,
            Optional<String> takenBy,
            boolean canGoBackToReview,
            List<ForeseenFilings.Foreseen> filings,
            Optional<EarlierVersions.EarlierVersion> earlier,
            Set<String> lists) {}

    /** @throws DeskRefusal if there is no such task, or it was answered */
    public Detail detail(long id, long person) {
        OpenTask open = store.read(db -> opened.open(db, id));
        List<ForeseenFilings.Foreseen> filings = fields.foreseen(open, List.of());
        Optional<EarlierVersions.EarlierVersion> earlier = open.question().kind() == PeopleQuestion.Kind.APPROVAL
                ? versions.find(open.job(), filings)
                : Optional.empty();
        Set<String> lists = fields.lists(open);
        return store.read(db -> {
            Approval.Standing.Asked asked = opened.standing(db, open);
            String whyNot = opened.whyNot(db, open, asked, person);
            Optional<String> taken =
                    open.task().takenByOther(person, clock.instant()).map(other -> DeskPeople.nameOf(db, other));
            return new Detail(
                    open.task(),
                    open.job(),
                    open.question(),
                    decisions.ofJob(db, open.job().id()),
                    decisions.correctionsOf(db, open.job().id()),
                    whyNot.isEmpty(),
                    whyNot,
                    taken,
                    open.plan().backToReview(Reason.of("plan.question-changed")).isPresent(),
                    filings,
                    earlier,
                    lists);
        });
    }

    /** Keeps a task for a person while it is in front of them. @throws DeskRefusal if somebody else has it */
    public Instant take(long id, long person) {
        return store.write(db -> {
            OpenTask open = opened.open(db, id);
            opened.requireMay(db, open, person);
            Instant until = clock.instant().plus(LEASE);
            tasks.take(db, id, person, until);
            return until;
        });
    }

    /** Lets others have a task. */
    public void release(long id, long person) {
        store.write(db -> {
            tasks.release(db, id, person);
            return id;
        });
    }

    /** Has a colleague asked in one's place. @throws DeskRefusal if that can't be taken */
    public void delegate(long id, long person, String to) {
        store.write(db -> {
            OpenTask open = opened.open(db, id);
            opened.requireMay(db, open, person);
            Set<Long> behind = DeskPeople.behind(db, List.of(to), clock.millis());
            if (behind.isEmpty() || behind.equals(Set.of(person))) {
                throw new DeskRefusal(
                        DeskRefusal.Why.BAD,
                        "There is nobody else \"" + to + "\".",
                        Map.of("to", "there is nobody else"));
            }
            tasks.ask(db, id, to);
            tasks.exclude(db, id, person, "delegated");
            tasks.release(db, id, person);
            notices.asked(db, open.job(), open.question(), List.of(to));
            ledger.append(db, "person " + person, "desk.delegated", open.job().subject(), "task", Long.toString(id));
            return id;
        });
    }

    /**
     * Asks a colleague something about a document. The question is a note of its job, and so is the answer; the document goes on
     * waiting.
     *
     * @throws DeskRefusal if that can't be taken
     */
    public void question(long id, long person, String to, String text) {
        store.write(db -> {
            OpenTask open = opened.open(db, id);
            if (text.isBlank()
                    || DeskPeople.behind(db, List.of(to), clock.millis()).isEmpty()) {
                boolean noText = text.isBlank();
                String words = noText ? "Say what you ask." : "There is nobody \"" + to + "\".";
                throw new DeskRefusal(DeskRefusal.Why.BAD, words, Map.of(noText ? "text" : "to", words));
            }
            String name = DeskPeople.nameOf(db, person);
            notes.add(db, open.job().id(), "To " + to + ": " + text, "person " + person);
            notices.question(db, open.job(), Reason.of("desk.question", "who", name, "text", text), to);
            return id;
        });
    }

    /** What was decided about a job's document so far. */
    public Proof proof(Job job) {
        return store.read(db -> proof.of(db, job));
    }

    /** The latest values that people entered for documents of a rule, the newest first. */
    public List<DeskCorrection> corrections(String rule, int most) {
        return store.read(db -> decisions.correctionsOfRule(db, rule, most));
    }
}
