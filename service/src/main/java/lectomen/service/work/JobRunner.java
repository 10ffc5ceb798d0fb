package lectomen.service.work;

import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import lectomen.engine.extract.FieldValue;
import lectomen.engine.facts.Site;
import lectomen.engine.plan.FilingByHand;
import lectomen.engine.plan.Outcome;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.FollowUp;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.file.JobFilings;
import lectomen.service.job.Job;
import lectomen.service.job.JobEndings;
import lectomen.service.job.JobFacts;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobOutputs;
import lectomen.service.job.JobResults;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.plan.PlanWaits;
import lectomen.service.plan.Plans;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.rulebook.Sources;
import lectomen.service.store.Store;
import lectomen.service.workers.Examination;
import lectomen.service.workers.WorkerPool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes waiting jobs one by one, has a worker examine the document, and records the result together with the intents that
 * follow from it, in one transaction. What fails here fails one job.
 */
public final class JobRunner implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int DEATHS = 3;

    /** A worker that was killed says little about the document, which may still be what used up the machine's memory. */
    private static final int DEATHS_WHEN_KILLED = 10;

    /** While one job is at a worker, others wait for the disk to have taken them up or recorded them. */
    private static final int THREADS_PER_WORKER = 8;

    /** Besides, for sources that have no job in hand, when the jobs of others wait for workers that are taken for long. */
    private static final int THREADS_FOR_OTHERS = 8;

    private static final Duration PAUSE_AFTER_DEATH = Duration.ofSeconds(1);
    private static final Duration LOOK_AGAIN = Duration.ofMillis(250);

    private final Store store;
    private final Jobs jobs;
    private final JobResults results;
    private final Rulebook rulebook;
    private final Sources sources;
    private final ByteStore bytes;
    private final WorkerPool workers;
    private final JobFilings filings;
    private final JobEndings endings;
    private final Plans plans;
    private final JobTasks tasks;
    private final PlanWaits waits;
    private final Supplier<Site> site;
    private final InstantSource clock;
    private final List<Thread> threads = new ArrayList<>();

    // Jobs that no thread has begun yet, and how many of each source are begun or to be. Guarded by the queue.
    private final Queue<Job> taken = new ArrayDeque<>();
    private final Map<Long, Integer> inHand = new HashMap<>();

    private final Object bell = new Object();

    /** When nothing was found to take last, by the steady clock; none once somebody has asked for a look. Guarded by the bell. */
    private Optional<Long> foundNothingAt = Optional.empty();

    private volatile boolean stopping;

    public JobRunner(
            Store store,
            Jobs jobs,
            JobResults results,
            Rulebook rulebook,
            Sources sources,
            ByteStore bytes,
            WorkerPool workers,
            JobFilings filings,
            JobEndings endings,
            Plans plans,
            PlanWaits waits,
            Supplier<Site> site,
            InstantSource clock) {
        this.store = store;
        this.jobs = jobs;
        this.results = results;
        this.rulebook = rulebook;
        this.sources = sources;
        this.bytes = bytes;
        this.workers = workers;
        this.filings = filings;
        this.endings = endings;
        this.plans = plans;
        this.tasks = new JobTasks(store, jobs, rulebook, plans, site, clock);
        this.waits = waits;
        this.site = site;
        this.clock = clock;
    }

    /** Begins to work; jobs that an earlier run of the service had in a worker get their turn again. */
    public void start() {
        int recovered = store.write(db -> jobs.recover(db, filings.kindsOfTheJob()));
        giveThoseThatAwaitARuleTheirTurn();
        rulebook.onChange(this::giveThoseThatAwaitARuleTheirTurn);
        if (recovered > 0) {
            LOG.info("{} jobs were being processed when the service last ended; they are processed again", recovered);
        }
        for (int i = 1; i <= usual() + THREADS_FOR_OTHERS; i++) {
            Thread thread = new Thread(this::runForEver, "job-runner-" + i);
            threads.add(thread);
            thread.start();
        }
    }

    private int usual() {
        return workers.size() * THREADS_PER_WORKER;
    }

    private void giveThoseThatAwaitARuleTheirTurn() {
        if (store.write(jobs::rulesChanged) > 0) {
            wake();
        }
    }

    /** Looks for waiting jobs now rather than at the next turn. */
    public void wake() {
        synchronized (bell) {
            foundNothingAt = Optional.empty();
            bell.notifyAll();
        }
    }

    private void runForEver() {
        while (!stopping) {
            try {
                Optional<Job> job = next();
                if (job.isPresent()) {
                    try {
                        runOrGiveBack(job.get());
                    } finally {
                        outOfHand(job.get());
                    }
                } else {
                    awaitBell();
                }
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                LOG.error("A job could not be processed; it is retried", e);
                pause();
            }
        }
    }

    private void awaitBell() throws InterruptedException {
        long end = System.nanoTime() + LOOK_AGAIN.toNanos();
        synchronized (bell) {
            while (foundNothingAt.isPresent() && System.nanoTime() < end) {
                bell.wait(LOOK_AGAIN.toMillis());
            }
        }
    }

    /** Jobs are taken several at once, which costs the store hardly more than one. */
    private Optional<Job> next() {
        synchronized (taken) {
            if (taken.isEmpty() && !stopping && isTimeToLook()) {
                List<Job> next = takeSome(Map.copyOf(inHand));
                next.forEach(job -> inHand.merge(job.source(), 1, Integer::sum));
                taken.addAll(next);
                if (!taken.isEmpty()) {
                    wake();
                }
            }
            return Optional.ofNullable(taken.poll());
        }
    }

    /** As many as are usual of any source; beyond that one each of sources that have none in hand. */
    private List<Job> takeSome(Map<Long, Integer> now) {
        int all = now.values().stream().mapToInt(Integer::intValue).sum();
        return store.write(db -> {
            plans.wakeDue(db, clock.millis());
            return all < usual()
                    ? jobs.takeNext(db, usual() - all)
                    : jobs.takeNext(db, usual() + THREADS_FOR_OTHERS - all, source -> now.containsKey(source) ? 0 : 1);
        });
    }

    private void outOfHand(Job job) {
        synchronized (taken) {
            inHand.computeIfPresent(job.source(), (source, jobs) -> jobs == 1 ? null : jobs - 1);
        }
        synchronized (bell) {
            foundNothingAt = Optional.empty(); // there may be room for more of its source
        }
    }

    /** Where one thread has just found nothing, the others need not look too. From now on this one has. */
    private boolean isTimeToLook() {
        synchronized (bell) {
            long now = System.nanoTime();
            if (foundNothingAt.isPresent() && now - foundNothingAt.get() < LOOK_AGAIN.toNanos()) {
                return false;
            }
            foundNothingAt = Optional.of(now);
            return true;
        }
    }

    /** A fault on the way makes the job wait for another try; it never stays in work with nobody at it. */
    private void runOrGiveBack(Job job) {
        try {
            run(job);
        } catch (RuntimeException e) {
            LOG.error("Job {} failed with an internal error; it is retried", job.id(), e);
            boolean ofTheDisk = store.findTrouble().isPresent();
            while (!stopping && !isGivenBack(job, ofTheDisk)) {
                pause();
            }
        }
    }

    /** @return false if the store takes no writes */
    private boolean isGivenBack(Job job, boolean asIfNotTried) {
        try {
            store.write(db -> {
                findAtWork(db, job).ifPresent(now -> {
                    if (asIfNotTried) {
                        putBack(db, now, JobMove.to(JobState.WAITING));
                    } else {
                        died(db, now, sources.findFolder(job.source()), DEATHS);
                    }
                });
                return job.id();
            });
            return true;
        } catch (RuntimeException e) {
            LOG.warn("Job {} can't be returned to the queue yet: {}", job.id(), e.getMessage());
            return false;
        }
    }

    /** Empty when the job was cancelled, or taken up again, while its worker was busy: what the worker says is dropped then. */
    private Optional<Job> findAtWork(JdbcClient db, Job job) {
        return jobs.find(db, job.id())
                .filter(now -> now.state() == JobState.WORKING
                        && now.attempt() == job.attempt()
                        && now.generation() == job.generation());
    }

    private static void pause() {
        try {
            Thread.sleep(1_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void run(Job job) {
        Instant beganAt = clock.instant();
        Optional<String> folder = sources.findFolder(job.source());
        if (job.byHand().isPresent()) {
            recordByHand(job, job.byHand().get(), folder, beganAt);
            return;
        }
        Rulebook.Acting acting = rulebook.acting();
        Optional<PlanRecord> plan = tasks.findPlan(job);
        Task task = plan.map(one -> tasks.goOn(job, folder, one)).orElseGet(() -> tasks.begin(job, folder, acting));
        if (task.rules().isEmpty() && job.origin().isPresent()) {
            refuseOwnResult(job, folder);
            return;
        }
        boolean handedOver = !job.more().given().isEmpty();
        if (task.rules().isEmpty() && (folder.isPresent() || handedOver)) {
            waitForARule(job, acting.version());
            return;
        }
        Examination examination = workers.examine(task, bytes::open, this::keep);
        if (stopping && examination instanceof Examination.Died) {
            return;
        }
        store.write(db -> {
            Optional<Job> now = findAtWork(db, job);
            if (now.isEmpty()) {
                return job.id();
            }
            if (examination instanceof Examination.Done done) {
                record(db, now.get(), done.outcome(), plan, folder, beganAt);
            } else if (examination instanceof Examination.Refused refused) {
                endings.endBadly(db, job, JobState.FAILED, refused.reason(), folder);
            } else if (examination instanceof Examination.Died died) {
                died(db, job, folder, died.killed() ? DEATHS_WHEN_KILLED : DEATHS);
            }
            return job.id();
        });
        filings.wake();
    }

    private void keep(ByteRef ref, InputStream made) throws IOException {
        ByteRef kept = bytes.put(made);
        if (!kept.equals(ref)) {
            throw new IOException("The worker's output doesn't match its checksum");
        }
    }

    /** What a person said needs no worker: the document is not opened. */
    private void recordByHand(Job job, FilingByHand byHand, Optional<String> folder, Instant beganAt) {
        Outcome outcome = byHand.plan(JobFacts.of(job, folder, clock.instant()), site.get());
        store.write(db -> {
            findAtWork(db, job).ifPresent(now -> record(db, now, outcome, Optional.empty(), folder, beganAt));
            return job.id();
        });
        filings.wake();
    }

    /** A result that came back in is not taken by the rules that made it, however far it went round. */
    private void refuseOwnResult(Job job, Optional<String> folder) {
        String maker = job.origin().map(Job.Origin::job).orElse("");
        store.write(db -> {
            Reason reason = Reason.of("file.own-result", "job", maker);
            findAtWork(db, job).ifPresent(now -> endings.endBadly(db, now, JobState.UNMATCHED, reason, folder));
            return job.id();
        });
        filings.wake();
    }

    /** The file was taken while a rule was live, and none is now: it waits rather than being refused. */
    private void waitForARule(Job job, long rulesAsked) {
        store.write(db -> {
            findAtWork(db, job).ifPresent(now -> {
                boolean sameRules = rulebook.acting().version() == rulesAsked;
                putBack(
                        db,
                        now,
                        sameRules ? JobMove.waitForRule(Reason.of("rule.paused")) : JobMove.to(JobState.WAITING));
            });
            return job.id();
        });
    }

    /** The outputs that the rule hands over to others, whatever its end. */
    private Set<String> handedOver(Outcome outcome) {
        return outcome.rule().flatMap(rulebook::findDocument).stream()
                .flatMap(rule -> rule.then().values().stream())
                .flatMap(followUp -> followUp.handOver().stream())
                .map(FollowUp.HandOver::output)
                .collect(Collectors.toSet());
    }

    private void record(
            JdbcClient db,
            Job before,
            Outcome outcome,
            Optional<PlanRecord> plan,
            Optional<String> folder,
            Instant beganAt) {
        outcome.rule()
                .filter(rule -> rule.version() > 0)
                .map(rule -> rulebook.nowCalled(db, rule))
                .ifPresent(rule -> jobs.setRule(db, before.id(), rule));
        if (plan.isEmpty()) {
            jobs.setConsidered(db, before.id(), JSON.writeValueAsString(outcome.considered()));
        }
        List<FieldValue> earlier = plan.map(one -> one.start().fields()).orElse(List.of());
        results.keep(db, before, outcome, earlier, beganAt);
        if (plan.isPresent()) {
            JobOutputs.dropTexts(db, before);
        }
        JobOutputs.keep(db, before, outcome, handedOver(outcome), clock.millis());
        if (outcome.findWait().isPresent()) {
            waits.keep(db, before, outcome.findWait().get());
        } else if (plan.isPresent() && before.partOf().isEmpty()) {
            plans.ended(db, before);
        }
        if (outcome.goesWell()) {
            if (plan.isPresent()) {
                filings.intendMore(db, before, outcome.effects());
            } else {
                filings.intend(db, before, outcome.effects());
            }
            if (before.holdWanted()) {
                hold(db, before.id());
            }
            return;
        }
        Job job = jobs.find(db, before.id()).orElseThrow();
        if (outcome.ending() instanceof Outcome.Ending.Unmatched unmatched) {
            endings.endBadly(db, job, JobState.UNMATCHED, unmatched.reason(), folder);
        } else if (outcome.ending() instanceof Outcome.Ending.Failed failed) {
            endings.endBadly(db, job, JobState.FAILED, failed.reason(), folder);
        }
    }

    /** A job that comes back without a plan waits, unless somebody wished to hold it while its worker had it. */
    private void putBack(JdbcClient db, Job job, JobMove wait) {
        jobs.move(db, job, wait, "service");
        if (job.holdWanted()) {
            hold(db, job.id());
        }
    }

    /** Somebody wished to hold the job while its worker had it. */
    private void hold(JdbcClient db, String id) {
        jobs.wishHold(db, id, false);
        filings.hold(db, id, true);
        Job planned = jobs.find(db, id).orElseThrow();
        if (planned.state().mayBecome(JobState.HELD)) {
            jobs.move(db, planned, JobMove.to(JobState.HELD, Reason.of("job.held", "who", "")), "service");
        }
    }

    private void died(JdbcClient db, Job job, Optional<String> folder, int most) {
        int deaths = jobs.countDeath(db, job.id());
        Reason died = Reason.of("worker.died", "tries", Integer.toString(deaths));
        if (deaths >= most) {
            endings.endBadly(db, job, JobState.FAILED, died, folder);
        } else {
            putBack(db, job, JobMove.waitUntil(clock.instant().plus(PAUSE_AFTER_DEATH), died));
        }
    }

    /** Lets what is in work come to its end, and takes nothing new. */
    @Override
    public void close() {
        stopping = true;
        wake();
        for (Thread thread : threads) {
            try {
                thread.join(20_000);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }
}
