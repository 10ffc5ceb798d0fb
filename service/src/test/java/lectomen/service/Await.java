package lectomen.service;

import java.time.Duration;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** Waits for what other threads do by themselves. */
public final class Await {
    /** Only a hang takes that long, also on a busy machine. */
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(2);

    private static final long POLL_MILLIS = 5;

    private Await() {}

    public static void until(String what, BooleanSupplier reached) throws InterruptedException {
        until(what, () -> "", reached);
    }

    /** @param instead tells how things are when it was not reached */
    public static void until(String what, Supplier<?> instead, BooleanSupplier reached) throws InterruptedException {
        long end = System.nanoTime() + LONGEST_WAIT.toNanos();
        while (!reached.getAsBoolean()) {
            if (System.nanoTime() > end) {
                throw new AssertionError("Not reached: " + what + " " + instead.get());
            }
            Thread.sleep(POLL_MILLIS);
        }
    }
}
