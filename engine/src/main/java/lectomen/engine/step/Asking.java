package lectomen.engine.step;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lectomen.engine.approval.Excluded;
import lectomen.engine.approval.Stage;
import lectomen.engine.reason.Reason;

/** Asks people something, waits for the answer, and takes it over as long as it is about the same. */
public final class Asking {
    private final PeopleQuestion.Kind kind;
    private List<String> asked = List.of();
    private List<FieldDoubt> doubts = List.of();
    private List<Reason> why = List.of();
    private List<Stage> stages = List.of();
    private Set<Excluded> excluded = Set.of();

    private Asking(PeopleQuestion.Kind kind) {
        this.kind = kind;
    }

    public static Asking of(PeopleQuestion.Kind kind) {
        return new Asking(kind);
    }

    /** Says which fields are in question. */
    public Asking about(Collection<String> fields, List<FieldDoubt> inDoubt) {
        asked = List.copyOf(fields);
        doubts = List.copyOf(inDoubt);
        return this;
    }

    /** Says why it asks; without a reason it asks nothing unless the document is sent back to it. */
    public Asking because(List<Reason> reasons) {
        why = List.copyOf(reasons);
        return this;
    }

    /** Says whom it asks. */
    public Asking in(List<Stage> inOrder, Set<Excluded> without) {
        stages = List.copyOf(inOrder);
        excluded = Set.copyOf(without);
        return this;
    }

    /** The result of the step that asks. */
    public StepResult ask(Step step, StepContext context) {
        if (stages.isEmpty() || (context.isTrial() && why.isEmpty())) {
            return context.result(step, null, List.of(), Optional.empty());
        }
        if (context.isTrial()) {
            return context.result(step, null, List.of(notInTrial()), Optional.empty());
        }
        String binding = QuestionBinding.of(context, doubts, stages, context.output(OutputNames.MAIN));
        Optional<StepAddition.Answered> answered = context.resultBefore().flatMap(StepResult::findAnswered);
        Optional<StepAddition.Question> waiting = context.resultBefore().flatMap(StepResult::findQuestion);
        if (answered.filter(one -> one.question().binding().equals(binding)).isPresent()) {
            return context.done(step, answered.get(), List.of());
        }
        if (waiting.filter(one -> one.question().binding().equals(binding)).isPresent()) {
            StepAddition.Question one = waiting.get();
            StepAddition next = one.reply() == null ? one : new StepAddition.Answered(one.question(), one.reply());
            return context.done(step, next, List.of());
        }
        boolean asksAgain = waiting.isPresent()
                || answered.filter(one -> !one.reply().people().isEmpty()).isPresent();
        PeopleQuestion question = new PeopleQuestion(
                kind,
                binding,
                asked,
                doubts,
                context.fields(),
                why,
                stages,
                excluded,
                context.findOutput(OutputNames.MAIN).orElse(null),
                asksAgain ? Reason.of("plan.question-changed") : null);
        StepAddition next = why.isEmpty()
                ? new StepAddition.Answered(question, PeopleReply.NOT_ASKED)
                : new StepAddition.Question(question, question.waitFor(), null);
        return context.done(step, next, List.of());
    }

    private Reason notInTrial() {
        String by =
                stages.stream().map(stage -> String.join(" or ", stage.by())).collect(Collectors.joining(", then "));
        String because = why.stream().map(Reason::words).collect(Collectors.joining(" "));
        return Reason.of(
                kind == PeopleQuestion.Kind.REVIEW ? "review.not-in-trial" : "approve.not-in-trial",
                "by",
                by,
                "why",
                because);
    }
}
