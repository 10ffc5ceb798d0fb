package lectomen.engine.plan;

import java.util.List;
import lectomen.engine.convert.Conversion;
import lectomen.engine.convert.Resizing;
import lectomen.engine.ocr.ReadingWish;
import lectomen.engine.page.Reading;
import lectomen.engine.prepare.Preparation;
import lectomen.engine.reason.Reason;

/** Does the work on a document's bytes that steps ask for. A plan without such steps never calls it. */
public interface Workshop {
    /** What came of it. */
    sealed interface Result {
        /** @param notes what was done on the way, worth knowing */
        record Made(Product product, List<Reason> notes) implements Result {
            public Made {
                notes = List.copyOf(notes);
            }
        }

        record Failed(Reason reason) implements Result {}
    }

    /** For plans whose rules have no such steps. */
    Workshop NONE = new Workshop() {
        @Override
        public Product original() {
            throw new IllegalStateException("There is no workshop here");
        }

        @Override
        public Result prepare(Product of, Preparation wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public Result convert(Product of, Conversion wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public Result resize(Product of, Resizing.Wanted wanted) {
            return new Result.Failed(Reason.of("engine.fault", "problem", "there is no workshop"));
        }

        @Override
        public Reading read(Product of, ReadingWish wish, String neededBy) {
            return new Reading.Unreadable(Reason.of("engine.fault", "problem", "there is no workshop"));
        }
    };

    /** The document as it came in. */
    Product original();

    Result prepare(Product of, Preparation wanted);

    Result convert(Product of, Conversion wanted);

    Result resize(Product of, Resizing.Wanted wanted);

    /** Its text. @param neededBy for the reason when there is none */
    Reading read(Product of, ReadingWish wish, String neededBy);
}
