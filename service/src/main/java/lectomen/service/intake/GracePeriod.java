package lectomen.service.intake;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import lectomen.service.time.ServiceClock;

/**
 * Keeps stored files hidden in their folder for a while, until it is certain that no program writes to them.
 * {@link #hold} may be called by any thread, the others by the looking one alone.
 */
final class GracePeriod {
    static final Duration LENGTH = Duration.ofSeconds(20);
    private static final int RELEASED_AT_ONCE = 500;

    private record Held(Claims.Moved moved, long sinceNanos) {}

    /**
     * The result of a look at them.
     *
     * @param any whether some went
     * @param writtenLate whether some had been written to after they were taken
     * @param next when the next may go, if any are left
     */
    record Released(boolean any, boolean writtenLate, Duration next) {}

    private final Claims claims;
    private final ServiceClock clock;
    private final ConcurrentLinkedQueue<Held> held = new ConcurrentLinkedQueue<>();

    GracePeriod(Claims claims, ServiceClock clock) {
        this.claims = claims;
        this.clock = clock;
    }

    void hold(Claims.Moved moved) {
        held.add(new Held(moved, clock.nanos()));
    }

    /** Lets those go whose time is over. @param otherwise when to look again where none is left */
    Released release(Duration otherwise) throws IOException {
        long now = clock.nanos();
        List<Claims.Moved> due = new ArrayList<>();
        Duration next = otherwise;
        for (Held first = held.peek(); first != null && due.size() < RELEASED_AT_ONCE; first = held.peek()) {
            long left = LENGTH.toNanos() - (now - first.sinceNanos());
            if (left > 0) {
                next = Duration.ofNanos(left);
                break;
            }
            due.add(first.moved());
            held.remove(first);
        }
        if (due.isEmpty()) {
            return new Released(false, false, next);
        }
        Claims.Released released = claims.release(due);
        released.open().forEach(this::hold);
        boolean more = !held.isEmpty() && LENGTH.compareTo(next) < 0;
        return new Released(true, released.writtenLate(), more ? LENGTH : next);
    }
}
