package lectomen.service.effect;

import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The result of an attempt on an effect. */
public sealed interface EffectResult {
    /** What is written in the same write as the result. */
    @FunctionalInterface
    interface Also {
        void write(JdbcClient db, Job job);

        Also NOTHING = (db, job) -> {};
    }

    /**
     * It was carried out, and that can be proved.
     *
     * @param bytes that were put there, or taken away
     * @param answer the destination's, for the receipt
     * @param older where what was there was moved to
     * @param filesDocument whether later documents may replace what is there now
     * @param afterwards done once the receipt is written
     */
    record Done(
            String place,
            ByteRef bytes,
            String answer,
            Optional<String> older,
            boolean filesDocument,
            Also also,
            Runnable afterwards)
            implements EffectResult {}

    /** It can't be carried out now; it is tried again. */
    record NotNow(Reason reason) implements EffectResult {}

    /** It can't be carried out. An effect of its job ends the job so. */
    record Failed(Reason reason, JobState end) implements EffectResult {}

    /** It is not known whether it was carried out, and its kind can't ask. */
    record InDoubt() implements EffectResult {}

    /** There is nothing to carry out any more; its job goes on. */
    record Dropped(Reason reason, Also also) implements EffectResult {}

    /** What it means for an effect that a destination placed nothing; empty where something was placed. */
    static Optional<EffectResult> findProblem(Effect effect, FilingOrder order, PlaceResult result) {
        if (result instanceof PlaceResult.NotNow notNow) {
            return Optional.of(new NotNow(notNow.reason()));
        }
        if (result instanceof PlaceResult.Never never) {
            return Optional.of(new Failed(never.reason(), JobState.FAILED));
        }
        if (result instanceof PlaceResult.Taken taken) {
            WhenTaken choice = order.whenTaken();
            Reason reason = Reason.of(
                    "name.taken",
                    "name",
                    taken.name(),
                    "folder",
                    taken.folder().isEmpty() ? effect.connection() : taken.folder(),
                    "choice",
                    choice.word());
            JobState end = choice == WhenTaken.LEAVE ? JobState.REJECTED : JobState.FAILED;
            return Optional.of(new Failed(reason, end));
        }
        return Optional.empty();
    }
}
