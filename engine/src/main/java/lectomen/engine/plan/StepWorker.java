package lectomen.engine.plan;

import java.util.List;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.PictureResizer;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.ReadResult;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.reason.Reason;

/** Does the work of steps on a document's bytes. A plan without such steps never calls it. */
public interface StepWorker {
    /** The result. */
    sealed interface Result {
        /** @param notes what was done on the way, worth knowing */
        record Made(StepOutput product, List<Reason> notes) implements Result {
            public Made {
                notes = List.copyOf(notes);
            }
        }

        record Failed(Reason reason) implements Result {}
    }

    /** For plans whose rules have no such steps. */
    StepWorker NONE = new StepWorker() {
        @Override
        public StepOutput original() {
            throw new IllegalStateException("There is no workshop here");
        }

        @Override
        public Result prepare(StepOutput of, Preparation wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public Result convert(StepOutput of, Conversion wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public Result resize(StepOutput of, PictureResizer.Wanted wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public ReadResult read(StepOutput of, ReadingOptions wish, String neededBy) {
            return new ReadResult.Unreadable(Reason.of("engine.fault", "problem", "there is no workshop"));
        }
    };

    /** The original document. */
    StepOutput original();

    Result prepare(StepOutput of, Preparation wanted);

    Result convert(StepOutput of, Conversion wanted);

    Result resize(StepOutput of, PictureResizer.Wanted wanted);

    /** Its text. @param neededBy for the reason when there is none */
    ReadResult read(StepOutput of, ReadingOptions wish, String neededBy);
}
