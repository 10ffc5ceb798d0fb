package lectomen.service.workers;

import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.function.Supplier;
import lectomen.engine.progress.Progress;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.ProposalAnswer;
import lectomen.engine.task.ProposalTask;
import lectomen.engine.task.SheetsAnswer;
import lectomen.engine.task.SheetsTask;
import lectomen.engine.task.Task;
import lectomen.service.time.ServiceClock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The engine workers: started when there is work, reused while there is more, stopped when idle. A document that kills its worker
 * takes nothing else with it. Safe for several threads.
 */
public final class WorkerPool implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WorkerPool.class);

    // Sources besides the hot folders.
    private static final String SENT_IN = "sent in";
    private static final String PEOPLE = "asked for by people";
    private static final String PRINTERS = "drawn for printers";

    private final WorkerSettings settings;
    private final ServiceClock clock;
    private final WorkerSlots slots;
    private final Deque<WorkerProcess> idle = new ArrayDeque<>();
    private final Set<WorkerProcess> all = new HashSet<>();
    private final Map<String, Progress> progress = new ConcurrentHashMap<>();
    private final AtomicInteger started = new AtomicInteger();
    private final AtomicInteger deaths = new AtomicInteger();
    private final ScheduledExecutorService watchdog = Executors.newScheduledThreadPool(1, work -> {
        Thread thread = new Thread(work, "worker-watchdog");
        thread.setDaemon(true);
        return thread;
    });
    private boolean closed;

    public WorkerPool(WorkerSettings settings, ServiceClock clock) throws IOException {
        this.settings = settings;
        this.clock = clock;
        this.slots = new WorkerSlots(settings.count(), System::nanoTime);
        Scratch.remove(settings.scratch());
        Files.createDirectories(settings.scratch());
        watchdog.scheduleWithFixedDelay(this::stopQuiet, 1, 1, TimeUnit.SECONDS);
    }

    public int size() {
        return settings.count();
    }

    /** The process ids of all workers that run now. */
    public synchronized List<Long> pids() {
        return all.stream().map(WorkerProcess::pid).sorted().toList();
    }

    /** How many workers ended without having been stopped, since the service started. */
    public int deaths() {
        return deaths.get();
    }

    /** How far the task of this id has come, once it takes longer than a moment. */
    public Optional<Progress> progressOf(String task) {
        return Optional.ofNullable(progress.get(task));
    }

    /**
     * Has a worker do the task; waits for a free one, then for the answer.
     *
     * @param keeping takes what the worker makes, before the answer comes
     */
    public Examination examine(Task task, ByteSource bytes, OutputReceiver keeping) {
        try (WorkerSlots.Place place = slots.take(task.facts().folder().orElse(SENT_IN))) {
            WorkerProcess worker = take(task.document().sha256());
            Examination examination = orDrop(
                    worker, () -> worker.examine(task, bytes, keeping, watchdog, now -> progress.put(task.id(), now)));
            if (worker.isAlive() && examination instanceof Examination.Done) {
                giveBack(worker);
            } else {
                drop(worker);
                if (worker.wasGivenUp() || diedOf(examination)) {
                    place.didHarm();
                }
                if (diedOf(examination)) {
                    countDeath(worker, "during task " + task.id());
                }
            }
            return examination;
        } catch (IOException e) {
            LOG.error("No worker can be started: {}. Check the memory and process limits", e.getMessage());
            return new Examination.Died(false);
        } finally {
            progress.remove(task.id());
        }
    }

    /** A fault on our own side leaves the talk with the worker half-way; it is of no use to others. */
    private <A> A orDrop(WorkerProcess worker, Supplier<A> talk) {
        try {
            return talk.get();
        } catch (RuntimeException | Error e) {
            drop(worker);
            throw e;
        }
    }

    private static boolean diedOf(Examination examination) {
        return examination instanceof Examination.Refused refused
                ? refused.reason().code().equals("worker.memory")
                : examination instanceof Examination.Died;
    }

    private void countDeath(WorkerProcess worker, String when) {
        deaths.incrementAndGet();
        LOG.warn("Worker {} ended {}; a new one is started", worker.pid(), when);
    }

    /** Has a worker show a page; waits for a free one, then for the answer. */
    public PageResult show(PageTask task, ByteSource bytes) {
        return ask(worker -> worker.show(task, bytes, watchdog), PageResult.Not::new);
    }

    /** Has a worker draw sheets for a printer; waits for a free one, then for the answer. @param keeping takes their file */
    public SheetsAnswer draw(SheetsTask task, ByteSource bytes, OutputReceiver keeping) {
        return ask(PRINTERS, worker -> worker.draw(task, bytes, keeping, watchdog), why -> SheetsAnswer.not(task, why));
    }

    /** Has a worker ask a data file; waits for a free one, then for the answer. */
    public DataAnswer tell(DataTask task, ByteSource bytes) {
        return ask(
                worker -> worker.tell(task, bytes, watchdog),
                why -> new DataAnswer(task.id(), Optional.of(why), List.of()));
    }

    /** Has a worker propose the extractors of a field; waits for a free one, then for the answer. */
    public ProposalAnswer propose(ProposalTask task, ByteSource bytes) {
        return ask(worker -> worker.propose(task, bytes, watchdog), why -> ProposalAnswer.not(task.id(), why));
    }

    private <A> A ask(Function<WorkerProcess, A> question, Function<Reason, A> not) {
        return ask(PEOPLE, question, not);
    }

    /** @param not the answer where no worker can be had */
    private <A> A ask(String source, Function<WorkerProcess, A> question, Function<Reason, A> not) {
        WorkerSlots.Place place = slots.take(source);
        try {
            WorkerProcess worker = take();
            A answer = orDrop(worker, () -> question.apply(worker));
            if (worker.isAlive()) {
                giveBack(worker);
            } else {
                drop(worker);
                if (!worker.wasGivenUp()) {
                    countDeath(worker, "during a request");
                }
            }
            return answer;
        } catch (IOException e) {
            LOG.error("No worker can be started: {}. Check the memory and process limits", e.getMessage());
            return not.apply(Reason.of("worker.died", "tries", "1"));
        } finally {
            place.close();
        }
    }

    private WorkerProcess take() throws IOException {
        return take("");
    }

    /** @param document if a free worker had it before, that one is taken: it may have kept what it read */
    private synchronized WorkerProcess take(String document) throws IOException {
        if (closed) {
            throw new IOException("the service is stopping");
        }
        Optional<WorkerProcess> knowing =
                idle.stream().filter(worker -> worker.had(document)).findFirst();
        knowing.ifPresent(worker -> {
            idle.remove(worker);
            idle.push(worker);
        });
        while (!idle.isEmpty()) {
            WorkerProcess worker = idle.pop();
            if (worker.isAlive()) {
                return worker;
            }
            drop(worker);
            countDeath(worker, "while idle");
        }
        WorkerProcess worker =
                WorkerProcess.start(settings, settings.scratch().resolve("worker-" + started.incrementAndGet()));
        all.add(worker);
        return worker;
    }

    private synchronized void giveBack(WorkerProcess worker) {
        worker.idleSince(clock.nanos());
        idle.push(worker);
    }

    private synchronized void drop(WorkerProcess worker) {
        all.remove(worker);
        worker.stop();
    }

    /** Stops workers that have had nothing to do for long enough. Done every second. */
    synchronized void stopQuiet() {
        long now = clock.nanos();
        for (WorkerProcess worker : new ArrayList<>(idle)) {
            boolean died = !worker.isAlive();
            if (died || now - worker.idleSince() > settings.quiet().toNanos()) {
                idle.remove(worker);
                drop(worker);
            }
            if (died) {
                countDeath(worker, "while idle");
            }
        }
    }

    @Override
    public synchronized void close() {
        closed = true;
        watchdog.shutdownNow();
        new ArrayList<>(all).forEach(this::drop);
        idle.clear();
    }
}
