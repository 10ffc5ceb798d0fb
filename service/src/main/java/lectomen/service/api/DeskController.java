package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.extract.FieldCheck;
import lectomen.engine.page.Box;
import lectomen.engine.plan.ForeseenFilings;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.access.Caller;
import lectomen.service.access.People;
import lectomen.service.access.Person;
import lectomen.service.desk.Approvals;
import lectomen.service.desk.Desk;
import lectomen.service.desk.DeskCorrection;
import lectomen.service.desk.DeskFields;
import lectomen.service.desk.DeskFigures;
import lectomen.service.desk.DeskTask;
import lectomen.service.job.JobNotes;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the caller is asked about documents, and their answers. Only people are asked; tokens are not. */
@RestController
@RequestMapping("/api/v1/desk")
final class DeskController {
    private static final int MOST = 200;

    private final Desk desk;
    private final People people;
    private final JobNotes notes;
    private final CallerScope scopes;

    DeskController(Desk desk, People people, JobNotes notes, CallerScope scopes) {
        this.desk = desk;
        this.people = people;
        this.notes = notes;
        this.scopes = scopes;
    }

    /**
     * What waits, the longest first.
     *
     * @param reviews how many wait for review, in all
     * @param approvals how many wait for approval, in all
     */
    record QueueView(int reviews, int approvals, List<WaitingView> tasks) {}

    /**
     * A document that waits for people.
     *
     * @param kind review or approval
     * @param asked the fields in question
     * @param dueAt when it should be answered
     * @param takenBy who else has it open
     */
    record WaitingView(
            long task,
            String kind,
            String job,
            String fileName,
            String rule,
            int stage,
            List<String> asked,
            Instant askedAt,
            Optional<Instant> dueAt,
            Optional<String> takenBy) {}

    /**
     * What waits for the caller, the longest first.
     *
     * @param kind review or approval; both where nothing is said
     * @param job what is asked about one job alone
     * @param after the id of the last task of the page before; 0 for the first page
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping
    QueueView queue(
            @RequestParam Optional<String> kind,
            @RequestParam Optional<String> job,
            @RequestParam(defaultValue = "0") long after,
            @RequestParam(defaultValue = "50") int limit) {
        requireLimit(limit);
        Optional<PeopleQuestion.Kind> wanted = kind.map(code -> PeopleQuestion.Kind.findByCode(code)
                .orElseThrow(() ->
                        new BadRequestException("kind", "kind must be review or approval, not \"" + code + "\"")));
        Scope scope = scopes.require(Permission.SEE_DOCUMENTS);
        Desk.Queue queue = desk.queue(person(), new Desk.Wanted(wanted, job, after, limit));
        return new QueueView(
                queue.counts().getOrDefault(PeopleQuestion.Kind.REVIEW.code(), 0),
                queue.counts().getOrDefault(PeopleQuestion.Kind.APPROVAL.code(), 0),
                queue.tasks().stream()
                        .filter(one -> scope.hasRule(one.task().rule()))
                        .map(DeskController::view)
                        .toList());
    }

    private static WaitingView view(Desk.Waiting one) {
        DeskTask task = one.task();
        return new WaitingView(
                task.id(),
                task.kind().code(),
                task.job(),
                one.fileName(),
                task.rule(),
                task.stage(),
                one.asked(),
                task.askedAt(),
                task.dueAt(),
                one.takenBy());
    }

    /** How the desk did in the last 30 days: what waits, how long decisions take, and what is corrected. */
    @Needs(Permission.SEE_SERVICE)
    @GetMapping("/figures")
    DeskFigures.AllFigures figures() {
        return desk.figures().get();
    }

    /**
     * What people entered instead of what was read in documents of a rule.
     *
     * @param counted by field and extractor, the most first
     * @param latest the newest first
     */
    record CorrectionsView(List<DeskFigures.CorrectionCount> counted, List<DeskCorrection> latest) {}

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/corrections")
    CorrectionsView corrections(@RequestParam String rule, @RequestParam(defaultValue = "50") int limit) {
        scopes.requireRule(rule, Permission.SEE_DOCUMENTS);
        requireLimit(limit);
        return new CorrectionsView(desk.figures().corrections(rule), desk.corrections(rule, limit));
    }

    private static void requireLimit(int limit) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit must be a number from 1 to " + MOST + ", not " + limit);
        }
    }

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/{task}")
    DeskTaskView one(@PathVariable long task) {
        Desk.Detail detail = theirs(task);
        return DeskTaskView.of(detail, notes.of(detail.job().id()));
    }

    /** @param until how long it stays with the caller without another sign of life */
    record TakenView(Instant until) {}

    /** Keeps a document for the caller while it is in front of them. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/take")
    TakenView take(@PathVariable long task) {
        theirs(task);
        return new TakenView(desk.take(task, person()));
    }

    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/release")
    void release(@PathVariable long task) {
        desk.release(task, person());
    }

    /** What is typed into a field. */
    record Typed(@Nullable String field, @Nullable String value) {}

    /**
     * A value as it is typed.
     *
     * @param value in the one spelling of its type
     * @param problem why it won't do
     * @param proposals values that the field knows, the nearest first
     * @param filings where the document would be filed with it
     */
    record CheckedView(
            String value, Optional<String> problem, List<String> proposals, List<ForeseenFilings.Foreseen> filings) {}

    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/check")
    CheckedView check(@PathVariable long task, @RequestBody Typed typed) {
        theirs(task);
        DeskFields.Checked checked = desk.fields().check(task, required("field", typed.field()), text(typed.value()));
        FieldCheck.Result result = checked.result();
        return new CheckedView(result.value(), result.problem(), result.proposals(), checked.filings());
    }

    /** @param page where it was read, counted from 1; 0 for nowhere */
    record EnteredForm(
            @Nullable String value,
            @Nullable Integer page,
            @Nullable Box box) {}

    /**
     * The answer to a review.
     *
     * @param binding of the question as it was read
     * @param values of fields, by name; those in question that are left out are confirmed as they are
     * @param undoable whether it waits for some seconds, so that it can be undone
     */
    record AcceptForm(
            @Nullable String binding,
            @Nullable Map<String, EnteredForm> values,
            @Nullable Boolean undoable) {}

    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/accept")
    void accept(@PathVariable long task, @RequestBody AcceptForm form) {
        theirs(task);
        Map<String, DeskFields.Entered> values = new TreeMap<>();
        Optional.ofNullable(form.values())
                .orElse(Map.of())
                .forEach((name, entered) -> values.put(
                        name,
                        new DeskFields.Entered(
                                text(entered.value()),
                                Optional.ofNullable(entered.page()).orElse(0),
                                Optional.ofNullable(entered.box())
                                        .filter(box -> entered.page() != null && entered.page() > 0))));
        desk.reviews()
                .accept(
                        task,
                        person(),
                        required("binding", form.binding()),
                        values,
                        Boolean.TRUE.equals(form.undoable()));
    }

    /** Undoes the caller's answer to a review, as long as its plan has not gone on. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/undo")
    void undo(@PathVariable long task) {
        desk.reviews().undo(task, person());
    }

    /** @param binding of the question as it was read @param comment may be empty */
    record ApproveForm(@Nullable String binding, @Nullable String comment) {}

    @Needs(value = Permission.APPROVE, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/approve")
    void approve(@PathVariable long task, @RequestBody ApproveForm form) {
        theirs(task);
        desk.approvals().approve(task, person(), required("binding", form.binding()), text(form.comment()));
    }

    /**
     * Why a document does not go on.
     *
     * @param binding of the question as it was read
     * @param to for sending back: review, sender or stage
     * @param stage an earlier one, counted from 1
     */
    record RefusalForm(
            @Nullable String binding,
            @Nullable String reason,
            @Nullable String to,
            @Nullable Integer stage) {}

    /** Rejects a document: it ends so, and its file is not given back. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/reject")
    void reject(@PathVariable long task, @RequestBody RefusalForm form) {
        requireMayDecide(theirs(task));
        desk.approvals().reject(task, person(), required("binding", form.binding()), text(form.reason()));
    }

    /** Sends a document back: to its review, to its sender, or to an earlier stage. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/send-back")
    void sendBack(@PathVariable long task, @RequestBody RefusalForm form) {
        requireMayDecide(theirs(task));
        Approvals.BackTo to =
                switch (required("to", form.to())) {
                    case "review" -> new Approvals.BackTo.Review();
                    case "sender" -> new Approvals.BackTo.Sender();
                    case "stage" ->
                        new Approvals.BackTo.EarlierStage(
                                Optional.ofNullable(form.stage()).orElse(0));
                    default ->
                        throw new BadRequestException("to", "to must be review, sender or stage, not " + form.to());
                };
        desk.approvals().sendBack(task, person(), required("binding", form.binding()), text(form.reason()), to);
    }

    private static void requireMayDecide(Desk.Detail detail) {
        Permission needed =
                detail.task().kind() == PeopleQuestion.Kind.APPROVAL ? Permission.APPROVE : Permission.REVIEW;
        if (Caller.access().findScope(needed).isEmpty()) {
            throw NotAllowedException.without(needed);
        }
    }

    /** @param to a group, or somebody's sign-in name */
    record DelegateForm(@Nullable String to) {}

    /** Has a colleague asked in the caller's place. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/delegate")
    void delegate(@PathVariable long task, @RequestBody DelegateForm form) {
        theirs(task);
        desk.delegate(task, person(), required("to", form.to()));
    }

    /** @param to a group, or somebody's sign-in name */
    record QuestionForm(@Nullable String to, @Nullable String text) {}

    /** Asks a colleague something. The question becomes a note of the job, and the colleague is notified. */
    @Needs(value = Permission.REVIEW, limit = Needs.Limit.ITSELF)
    @PostMapping("/{task}/question")
    void question(@PathVariable long task, @RequestBody QuestionForm form) {
        theirs(task);
        desk.question(task, person(), required("to", form.to()), text(form.text()));
    }

    /** The task, if the caller may see its document; else as if there were none. */
    private Desk.Detail theirs(long task) {
        Desk.Detail detail = desk.detail(task, person());
        scopes.requireJob(detail.job().id(), Permission.SEE_DOCUMENTS);
        return detail;
    }

    private long person() {
        return people.findByPrincipal(Caller.principal()).map(Person::id).orElseThrow(NotSignedInException::nobody);
    }

    private static String text(@Nullable String text) {
        return Optional.ofNullable(text).map(String::strip).orElse("");
    }

    private static String required(String name, @Nullable String text) {
        if (text == null || text.isBlank()) {
            throw new BadRequestException(name, "\"" + name + "\" is missing");
        }
        return text;
    }
}
