package lectomen.engine.plan;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.convert.Conversion;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.page.ReadResult;
import lectomen.engine.rule.Step;

/** What the steps of a plan have made so far, by name. */
final class Outputs {
    private final StepWorker stepWorker;
    private final Map<String, StepOutput> made = new HashMap<>();

    Outputs(StepWorker stepWorker) {
        this.stepWorker = stepWorker;
    }

    /** Does a step that works on a document's bytes; empty for a step of another kind. */
    Optional<StepWorker.Result> work(Step step, NamePatterns patterns) {
        if (step instanceof Step.Prepare prepare) {
            return Optional.of(kept(prepare.acting(), stepWorker.prepare(of(prepare.acting()), prepare.wanted())));
        }
        if (step instanceof Step.Convert convert) {
            Conversion wanted = convert.wanted();
            Conversion.Saying saying = new Conversion.Saying(
                    said(convert, "title", patterns),
                    said(convert, "author", patterns),
                    said(convert, "subject", patterns),
                    said(convert, "keywords", patterns),
                    said(convert, "language", patterns));
            Conversion whole = wanted.with(saying);
            return Optional.of(kept(convert.acting(), stepWorker.convert(of(convert.acting()), whole)));
        }
        if (step instanceof Step.Resize resize) {
            return Optional.of(kept(resize.acting(), stepWorker.resize(of(resize.acting()), resize.wanted())));
        }
        return Optional.empty();
    }

    /** The text of an output, as a step wishes it to be read. */
    ReadResult read(Step.ReadText step, String neededBy) {
        return stepWorker.read(find(step.of()).orElseGet(stepWorker::original), step.wish(), neededBy);
    }

    /** Fills patterns with what is known by then. */
    @FunctionalInterface
    interface NamePatterns {
        String filled(NamePattern pattern);
    }

    private static Optional<String> said(Step.Convert convert, String detail, NamePatterns patterns) {
        return Optional.ofNullable(convert.details().get(detail))
                .map(patterns::filled)
                .filter(text -> !text.isBlank());
    }

    private StepOutput of(Step.Acting acting) {
        return find(acting.of()).orElseGet(stepWorker::original);
    }

    private StepWorker.Result kept(Step.Acting acting, StepWorker.Result result) {
        if (result instanceof StepWorker.Result.Made one) {
            StepOutput named = one.product().as(acting.as());
            made.put(acting.as(), named);
            return new StepWorker.Result.Made(named, one.notes());
        }
        return result;
    }

    /** What was made under a name; empty for what is still as it came in. */
    Optional<StepOutput> find(String output) {
        return output.equals(Step.Acting.ORIGINAL) ? Optional.empty() : Optional.ofNullable(made.get(output));
    }
}
