package lectomen.service.mail;

import jakarta.mail.MessagingException;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.eclipse.angus.mail.smtp.SMTPTransport;

/**
 * The SMTP sessions with a mail server: a few at once, each open for some seconds longer, so that many mails don't open one
 * each. Safe for several threads.
 */
final class MailSessions implements AutoCloseable {
    private static final int MOST = 8;
    private static final int MOST_MAILS_IN_ONE = 100;
    private static final Duration KEPT_IDLE = Duration.ofSeconds(5);
    private static final Duration SURELY_OPEN = Duration.ofMillis(500);

    /** Opens a session. */
    @FunctionalInterface
    interface Opening {
        SMTPTransport open() throws MessagingException;
    }

    private record Idle(SMTPTransport transport, int mails, long sinceNanos) {}

    private final Opening opening;
    private final Semaphore free = new Semaphore(MOST);
    private final Deque<Idle> idle = new ArrayDeque<>(); // guarded by itself, the latest first
    private Optional<ScheduledExecutorService> closer = Optional.empty(); // guarded by idle
    private boolean closed; // guarded by idle

    MailSessions(Opening opening) {
        this.opening = opening;
    }

    /** A session for one mail. Closed, it is kept for the next mail if it was said to be good, else ended. */
    final class Lease implements AutoCloseable {
        private final SMTPTransport transport;
        private final int mails;
        private boolean isGood;

        private Lease(SMTPTransport transport, int mails) {
            this.transport = transport;
            this.mails = mails;
        }

        SMTPTransport transport() {
            return transport;
        }

        /** The server took the mail, and takes more. */
        void isGood() {
            isGood = true;
        }

        @Override
        public void close() {
            if (!isGood || mails + 1 >= MOST_MAILS_IN_ONE || !keep(transport, mails + 1)) {
                end(transport);
            }
            free.release();
        }
    }

    /** A session in which the server answers; waits while the most are in use. */
    Lease take() throws MessagingException {
        free.acquireUninterruptibly();
        try {
            for (Optional<Idle> kept = poll(); kept.isPresent(); kept = poll()) {
                if (isUsable(kept.get())) {
                    return new Lease(kept.get().transport(), kept.get().mails());
                }
                end(kept.get().transport());
            }
            return new Lease(opening.open(), 0);
        } catch (MessagingException | RuntimeException e) {
            free.release();
            throw e;
        }
    }

    /** One that was used a moment ago is not asked for. */
    private static boolean isUsable(Idle kept) {
        return System.nanoTime() - kept.sinceNanos() < SURELY_OPEN.toNanos()
                || kept.transport().isConnected(); // asks the server
    }

    private Optional<Idle> poll() {
        synchronized (idle) {
            return Optional.ofNullable(idle.pollFirst());
        }
    }

    private boolean keep(SMTPTransport transport, int mails) {
        synchronized (idle) {
            if (closed) {
                return false;
            }
            idle.addFirst(new Idle(transport, mails, System.nanoTime()));
            if (closer.isEmpty()) {
                closer = Optional.of(Executors.newSingleThreadScheduledExecutor(MailSessions::daemon));
                closer.get().scheduleWithFixedDelay(this::endOld, 1, 1, TimeUnit.SECONDS);
            }
            return true;
        }
    }

    private static Thread daemon(Runnable work) {
        Thread thread = new Thread(work, "mail-sessions");
        thread.setDaemon(true);
        return thread;
    }

    private void endOld() {
        List<Idle> old = new ArrayList<>();
        synchronized (idle) {
            long now = System.nanoTime();
            while (!idle.isEmpty() && now - idle.peekLast().sinceNanos() > KEPT_IDLE.toNanos()) {
                old.add(idle.pollLast());
            }
        }
        old.forEach(one -> end(one.transport()));
    }

    /** The server has what it was sent; that it does not say goodbye changes nothing. */
    private static void end(SMTPTransport transport) {
        try {
            transport.close();
        } catch (MessagingException e) {
            // the results are known already
        }
    }

    @Override
    public void close() {
        List<Idle> last;
        synchronized (idle) {
            closed = true;
            closer.ifPresent(ScheduledExecutorService::shutdownNow);
            last = List.copyOf(idle);
            idle.clear();
        }
        last.forEach(one -> end(one.transport()));
    }
}
