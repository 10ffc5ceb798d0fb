package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.AbstractExecutorService;
import java.util.concurrent.TimeUnit;
import lectomen.engine.data.DataFormat;
import lectomen.engine.rule.SidecarSettings;
import lectomen.engine.schedule.WorkCalendar;
import lectomen.service.ServiceFixture;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.job.Job;
import lectomen.service.job.JobList;
import lectomen.service.rulebook.Rulebook;

/** A hot folder with all that it needs, looked at only when a test says so; what it copies, it copies at once. */
final class FolderUnderTest implements AutoCloseable {
    final ServiceFixture fixture;
    final Path folder;
    final IntakeSwitch intake;
    final SourcePauses pauses;
    final SourceRuns runs;
    final long source;
    final Set<Path> watched = new HashSet<>();
    private HotFolder hot;
    private long keepFree;
    private int arrivals;

    /** @param home of the service; the folder is {@code inbox/notes} in it */
    FolderUnderTest(Path home) throws IOException {
        fixture = new ServiceFixture(home);
        folder = Files.createDirectories(home.resolve("inbox/notes"));
        intake = new IntakeSwitch(fixture.store, fixture.ledger, who -> who, fixture.clock);
        pauses = new SourcePauses(fixture.store, fixture.ledger, who -> who, fixture.clock);
        runs = new SourceRuns(fixture.store, fixture.ledger, ZoneOffset.UTC, WorkCalendar.USUAL, fixture.clock);
        source = fixture.sources.ofFolder(folder.toString());
        hot = anew();
    }

    /** The folder as a service that was started again has it. */
    HotFolder anew() {
        AwaitedSidecars awaited = new AwaitedSidecars(source, fixture.jobs, fixture.keyed, fixture.clock);
        Claims claims = new Claims(
                folder,
                source,
                fixture.store,
                fixture.ledger,
                fixture.jobs,
                fixture.arrivals,
                fixture.bytes,
                awaited,
                fixture.keyed,
                new OpenFiles(),
                fixture.clock);
        RemainingFiles remaining = new RemainingFiles(fixture.store, fixture.keyed, source);
        SettledFileSorter sorter =
                new SettledFileSorter(folder, source, remaining, fixture.store, fixture.jobs, fixture.clock);
        HotFolderSurroundings around = new HotFolderSurroundings(
                fixture.rulebook,
                new AtOnce(),
                () -> arrivals++,
                watched::add,
                new DiskSpaceGuard(fixture.folder, keepFree),
                intake,
                pauses,
                new PickupTimes(source, runs, ZoneOffset.UTC, WorkCalendar.USUAL, fixture.clock),
                new SidecarPairing.Surroundings() {
                    @Override
                    public Optional<SidecarPairing.TakenEarlier> findTakenWithout(String path) {
                        return fixture.store.read(db -> awaited.find(db, path));
                    }

                    @Override
                    public Optional<DataQuestions.Told> ask(
                            FolderScan.Found sidecar, DataFormat form, SidecarSettings settings) {
                        return Optional.empty();
                    }

                    @Override
                    public void keepOnly(Set<Path> present) {}
                },
                fixture.disks,
                fixture.clock);
        hot = new HotFolder(folder, source, claims, sorter, Optional.empty(), around);
        return hot;
    }

    /** Has the folder act as if the disk had to keep that much free. */
    void keepFree(long bytes) {
        keepFree = bytes;
        anew();
    }

    /** Adds a rule that takes files from the folder, and puts it live. @param source more settings, after a comma */
    void rule(String id, String source, String more) {
        Rulebook.Added added = fixture.rulebook.add(
                "lectomen: 1\nrule: " + id + "\nfrom: { folder: \"{inbox}/notes\"" + source + " }\n" + more
                        + "do: [ { file: { in: archive } } ]\n",
                "owner");
        if (!(added instanceof Rulebook.Added.As)) {
            throw new IllegalArgumentException(added.toString());
        }
        fixture.rulebook.putLive(id, "owner");
        act(Optional.empty());
    }

    /** What the rulebook says of the folder now. */
    void act(Optional<Instant> leaveOlder) {
        fixture.rulebook.acting().from(folder.toString()).stream()
                .flatMap(live -> live.rule().findFrom(folder.toString()).stream())
                .findFirst()
                .ifPresent(from -> hot.act(from.settings(), Set.of("failed"), leaveOlder));
    }

    HotFolder hot() {
        return hot;
    }

    Duration look() {
        return hot.look();
    }

    /** Lets time pass, then looks. */
    Duration lookAfter(Duration time) {
        fixture.clock.advance(time);
        return hot.look();
    }

    /** What an event tells of a file that was dropped. */
    Path drop(String name, String text) throws IOException {
        Path file = folder.resolve(name);
        Files.createDirectories(file.getParent());
        Files.writeString(file, text);
        hot.tell(Set.of(file));
        return file;
    }

    /** The jobs, the oldest first. */
    List<Job> jobs() {
        try (JobList list = new JobList(fixture.store, fixture.jobs)) {
            return list.page(JobList.Filter.ALL, JobList.Order.OLDEST, Optional.empty(), 1_000)
                    .jobs();
        }
    }

    List<String> names() {
        return jobs().stream().map(job -> job.name() + " " + job.state().code()).toList();
    }

    int arrivals() {
        return arrivals;
    }

    @Override
    public void close() {
        fixture.close();
    }

    /** Does what it is given there and then. */
    private static final class AtOnce extends AbstractExecutorService {
        private boolean ended;

        @Override
        public void execute(Runnable work) {
            work.run();
        }

        @Override
        public void shutdown() {
            ended = true;
        }

        @Override
        public List<Runnable> shutdownNow() {
            ended = true;
            return new ArrayList<>();
        }

        @Override
        public boolean isShutdown() {
            return ended;
        }

        @Override
        public boolean isTerminated() {
            return ended;
        }

        @Override
        public boolean awaitTermination(long timeout, TimeUnit unit) {
            return ended;
        }
    }
}
