package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.approval.Stage;
import lectomen.engine.extract.FieldType;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.plan.ForeseenFilings;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.FieldDoubt;
import lectomen.engine.step.PeopleQuestion;
import lectomen.engine.step.StepOutput;
import lectomen.service.desk.Desk;
import lectomen.service.desk.DeskCorrection;
import lectomen.service.desk.DeskDecision;
import lectomen.service.desk.DeskTask;
import lectomen.service.desk.EarlierVersions;
import lectomen.service.job.JobNotes;

/**
 * A document that waits for people, with all that they see before they answer.
 *
 * @param binding to send with the answer
 * @param why it is asked
 * @param again why it is asked again
 * @param output that is shown; empty for the document as it came in
 * @param mayAnswer whether the caller can answer it
 * @param whyNot why they can't
 * @param takenBy who else has it open
 * @param backToReview whether it can be sent back to a review
 * @param filings where it will be filed
 * @param earlier what was filed of the same document before
 * @param notes of the job, such as questions and their answers
 */
record DeskTaskView(
        long task,
        String kind,
        String binding,
        JobView job,
        int stage,
        List<StageView> stages,
        List<String> why,
        Optional<String> again,
        Optional<String> output,
        List<FieldView> fields,
        List<DecisionView> decisions,
        List<DeskCorrection> corrections,
        boolean mayAnswer,
        String whyNot,
        Optional<String> takenBy,
        boolean backToReview,
        List<ForeseenFilings.Foreseen> filings,
        Optional<EarlierVersions.EarlierVersion> earlier,
        List<NoteView> notes,
        Instant askedAt,
        Optional<Instant> dueAt) {

    /** @param need one, all, or a number */
    record StageView(String name, List<String> by, String need) {
        static StageView of(Stage stage) {
            return new StageView(stage.name(), stage.by(), stage.need().words());
        }
    }

    /** @param share how likely it is, 0 to 1 */
    record OtherView(String value, double share) {}

    /**
     * A field.
     *
     * @param asked whether it is in question
     * @param list whether it is a list of values, with "; " between them
     * @param problem why its value won't do
     * @param page counted from 1; 0 where it stands on none
     * @param others what it may be instead, the likeliest first
     */
    record FieldView(
            String name,
            FieldType type,
            String value,
            String raw,
            boolean asked,
            boolean list,
            Optional<String> problem,
            int page,
            Box box,
            Page.Unit unit,
            String method,
            double confidence,
            List<OtherView> others) {
        static FieldView of(FieldValue field, boolean asked, boolean list, Optional<String> problem) {
            return new FieldView(
                    field.name(),
                    field.type(),
                    field.value(),
                    field.raw(),
                    asked,
                    list,
                    problem,
                    field.page(),
                    field.box(),
                    field.unit(),
                    field.method(),
                    field.confidence(),
                    field.others().stream()
                            .map(other -> new OtherView(other.value(), other.share()))
                            .toList());
        }
    }

    /** @param by who decided; empty for the rule */
    record DecisionView(
            String kind, int stage, String stageName, String verdict, String by, Instant at, String reason) {
        static DecisionView of(DeskDecision decision) {
            return new DecisionView(
                    decision.kind(),
                    decision.stage(),
                    decision.stageName(),
                    decision.verdict(),
                    decision.name(),
                    decision.at(),
                    decision.reason());
        }
    }

    /** @param principal who wrote it */
    record NoteView(String text, String principal, Instant at) {
        static NoteView of(JobNotes.Note note) {
            return new NoteView(note.text(), note.principal(), note.at());
        }
    }

    static DeskTaskView of(Desk.Detail detail, List<JobNotes.Note> notes) {
        DeskTask task = detail.task();
        PeopleQuestion question = detail.question();
        Map<String, String> problems = new TreeMap<>();
        question.doubts()
                .forEach((FieldDoubt doubt) ->
                        problems.put(doubt.field(), doubt.reason().words()));
        return new DeskTaskView(
                task.id(),
                task.kind().code(),
                task.binding(),
                JobView.of(detail.job(), List.of()),
                task.stage(),
                question.stages().stream().map(StageView::of).toList(),
                question.why().stream().map(Reason::words).toList(),
                question.findAgain().map(Reason::words),
                question.findOutput().map(StepOutput::output),
                question.fields().stream()
                        .map(field -> FieldView.of(
                                field,
                                question.asked().contains(field.name()),
                                detail.lists().contains(field.name()),
                                Optional.ofNullable(problems.get(field.name()))))
                        .toList(),
                detail.decisions().stream().map(DecisionView::of).toList(),
                detail.corrections(),
                detail.mayAnswer(),
                detail.whyNot(),
                detail.takenBy(),
                detail.canGoBackToReview(),
                detail.filings(),
                detail.earlier(),
                notes.stream().map(NoteView::of).toList(),
                task.askedAt(),
                task.dueAt());
    }
}
