package lectomen.engine.prepare;

import java.util.List;
import lectomen.engine.image.PagePixels;
import lectomen.engine.reason.Reason;

/**
 * A prepared page and what was done to it.
 *
 * @param page as it is now
 * @param done what was done to it, in order; what was wanted and not needed is not said
 * @param inkMm2 how much ink it has, in square millimetres
 * @param blank whether it is to be dropped
 */
public record Prepared(PagePixels page, List<Reason> done, double inkMm2, boolean blank) {
    public Prepared {
        done = List.copyOf(done);
    }
}
