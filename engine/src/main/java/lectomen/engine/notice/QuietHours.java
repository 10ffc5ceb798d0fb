package lectomen.engine.notice;

import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;

/** Hours of each day in which a person gets no mail; they may go over midnight. */
public record QuietHours(LocalTime from, LocalTime to) {
    /** The moment itself, or the end of the quiet hours that it is in. */
    public Instant after(Instant moment, ZoneId zone) {
        return isQuiet(moment.atZone(zone).toLocalTime()) ? NoticeTiming.next(to, moment, zone) : moment;
    }

    private boolean isQuiet(LocalTime time) {
        boolean overMidnight = to.isBefore(from);
        boolean begun = !time.isBefore(from);
        boolean ended = !time.isBefore(to);
        return overMidnight ? begun || !ended : begun && !ended;
    }
}
