package lectomen.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.FutureTask;
import java.util.function.Supplier;
import java.util.logging.LogManager;
import lectomen.service.LectomenService;
import lectomen.service.access.PasswordHashing;

/**
 * A service inside the test's own process, with a clock that can be set forward. Its threads form a group, by which {@link
 * ServiceLog} knows whose log is whose.
 */
final class ServiceInTest extends RunningService {
    static {
        LogManager.getLogManager().reset(); // what the web server says of each start and stop
    }

    private static final Duration STEP = Duration.ofMillis(500);

    private final ForwardClock clock;
    private LectomenService service;

    private ServiceInTest(Path home, Duration ahead) {
        super(home);
        this.clock = new ForwardClock(ahead);
    }

    /** @param ahead how far its clock runs ahead of the machine's */
    static ServiceInTest startAt(Path home, Duration ahead) throws Exception {
        ServiceInTest made = new ServiceInTest(home, ahead);
        made.startAgain();
        return made;
    }

    @Override
    void startAgain() throws Exception {
        startAgainAt("http://127.0.0.1:0");
    }

    /** Starts it again at the address that it had before, for those who know it only by that. */
    void startAgainAt(String url) throws Exception {
        Launcher.build();
        LectomenService.Options options = new LectomenService.Options(
                home(), URI.create(url).getPort(), Optional.empty(), clock, new PasswordHashing(1));
        FutureTask<LectomenService> starting = new FutureTask<>(() -> LectomenService.start(options));
        new Thread(ServiceLog.groupOf(home()), starting, "main").start();
        service = starting.get();
        FailedJourneys.watch(this);
    }

    /** Sets its clock forward, and has it look at the clock. */
    void advance(Duration by) {
        clock.advance(by);
        service.lookAtClock();
    }

    /** Lets time pass while it does not run. */
    void advanceWhileStopped(Duration by) {
        clock.advance(by);
    }

    /** What its clock shows. */
    Instant now() {
        return clock.instant();
    }

    /** Sets its clock forward to a time of day that lies ahead. */
    void advanceTo(Instant moment) {
        advance(Duration.between(clock.instant(), moment));
    }

    /** Waits for something that comes once time has passed, while its clock runs fast. */
    void awaitInTime(String what, Supplier<Boolean> reached) throws InterruptedException {
        await(what, LONGEST_WAIT, () -> {
            advance(STEP);
            return reached.get();
        });
    }

    /** Waits until a hot folder was looked at from beginning to end, so that what is to be taken now has been found. */
    void awaitLook(String folder) throws InterruptedException {
        for (int looks = 0; looks < 2; looks++) { // the first may have begun before
            Instant asked = clock.instant();
            service.lookAtClock();
            await("another look at " + folder, LONGEST_WAIT, () -> Instant.parse(
                            source(folder).path("lastLookAt").asString("1970-01-01T00:00:00Z"))
                    .isAfter(asked));
        }
    }

    /** Where it listens, whatever address it gives to people. */
    int port() {
        return service.port();
    }

    @Override
    void stop() {
        service.close();
    }

    @Override
    String output() {
        try {
            Path log = ServiceLog.fileOf(home());
            return Files.exists(log) ? Files.readString(log) : "";
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        service.close();
    }
}
