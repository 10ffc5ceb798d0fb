package lectomen.service.access;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;

/**
 * Counts wrong tokens by caller. After ten within a minute the caller has to wait until a minute has passed since the first of
 * them. The right token is let in all the same: it is too long to be found by trying, and one caller on a shared address must
 * not lock out another. Safe for several threads.
 */
public final class Tries {
    static final int MOST = 10;
    static final long SPAN_SECONDS = 60;
    private static final int REMEMBERED = 10_000;

    private record Wrong(long sinceSeconds, int count) {}

    private final LongSupplier seconds;
    private final Map<String, Wrong> wrong = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Wrong> eldest) {
            return size() > REMEMBERED;
        }
    };

    /** @param seconds a clock that never goes back */
    public Tries(LongSupplier seconds) {
        this.seconds = seconds;
    }

    /** How long the caller has to wait; 0 for not at all. */
    synchronized long secondsToWait(String caller) {
        Wrong known = wrong.get(caller);
        if (known == null || known.count() < MOST) {
            return 0;
        }
        long left = SPAN_SECONDS - (seconds.getAsLong() - known.sinceSeconds());
        if (left <= 0) {
            wrong.remove(caller);
        }
        return Math.max(left, 0);
    }

    synchronized void wrong(String caller) {
        long now = seconds.getAsLong();
        Wrong known = wrong.get(caller);
        if (known == null || now - known.sinceSeconds() >= SPAN_SECONDS) {
            wrong.put(caller, new Wrong(now, 1));
        } else {
            wrong.put(caller, new Wrong(known.sinceSeconds(), known.count() + 1));
        }
    }
}
