package lectomen.service.access;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;

/**
 * Counts failed sign-in attempts by caller. After so many within a span they have to wait until the span has passed since the
 * first of them. Safe for several threads.
 */
public final class SignInAttempts {
    private static final int REMEMBERED = 10_000;

    private record Wrong(long sinceSeconds, int count) {}

    private final int most;
    private final long spanSeconds;
    private final LongSupplier seconds;
    private final Map<String, Wrong> wrong = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Wrong> eldest) {
            return size() > REMEMBERED;
        }
    };

    /** @param most wrong tries within the span @param seconds a clock that never goes back */
    public SignInAttempts(int most, Duration span, LongSupplier seconds) {
        this.most = most;
        this.spanSeconds = span.toSeconds();
        this.seconds = seconds;
    }

    /** How long the caller has to wait; 0 for not at all. */
    public synchronized long secondsToWait(String caller) {
        Wrong known = wrong.get(caller);
        if (known == null || known.count() < most) {
            return 0;
        }
        long left = spanSeconds - (seconds.getAsLong() - known.sinceSeconds());
        if (left <= 0) {
            wrong.remove(caller);
        }
        return Math.max(left, 0);
    }

    /** Forgets the wrong tries: a right one followed. */
    public synchronized void right(String caller) {
        wrong.remove(caller);
    }

    /** Counts a wrong try. @return whether the caller has to wait from now on */
    public synchronized boolean wrong(String caller) {
        long now = seconds.getAsLong();
        Wrong known = wrong.get(caller);
        boolean first = known == null || now - known.sinceSeconds() >= spanSeconds;
        Wrong next = first || known == null ? new Wrong(now, 1) : new Wrong(known.sinceSeconds(), known.count() + 1);
        wrong.put(caller, next);
        return next.count() == most;
    }
}
