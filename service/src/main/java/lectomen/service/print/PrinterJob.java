package lectomen.service.print;

import java.util.Locale;
import lectomen.engine.print.ipp.IppJobState;

/**
 * A job as its printer tells of it.
 *
 * @param name that it was created under
 * @param reasons why it is so, as the printer says them
 */
public record PrinterJob(int number, String name, IppJobState state, String reasons) {
    /** How far it is, in words. */
    public String words() {
        String state = this.state.name().toLowerCase(Locale.ROOT).replace('_', ' ');
        return reasons.isEmpty() || reasons.equals("none") ? state : state + " (" + reasons + ")";
    }
}
