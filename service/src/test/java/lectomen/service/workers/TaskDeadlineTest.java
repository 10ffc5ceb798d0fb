package lectomen.service.workers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.OptionalLong;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.atomic.AtomicInteger;
import lectomen.engine.progress.Progress;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A limit of ten seconds, with a clock and a processor that only go on when told. */
class TaskDeadlineTest {
    private static final Duration LIMIT = Duration.ofSeconds(10);
    private static final long LARGE = 100_000_000;

    private final ScheduledExecutorService watchdog = Executors.newSingleThreadScheduledExecutor();
    private final AtomicInteger givenUp = new AtomicInteger();
    private volatile long seconds;
    private volatile double processorSeconds;
    private volatile boolean shows = true;

    @AfterEach
    void stop() {
        watchdog.shutdownNow();
    }

    private TaskDeadline newDeadline(long documentBytes) {
        TaskDeadline.Times times = new TaskDeadline.Times() {
            @Override
            public long nanos() {
                return Duration.ofSeconds(seconds).toNanos();
            }

            @Override
            public OptionalLong processorNanos() {
                return shows ? OptionalLong.of((long) (processorSeconds * 1e9)) : OptionalLong.empty();
            }
        };
        TaskDeadline deadline = new TaskDeadline(watchdog, LIMIT, documentBytes, times, givenUp::incrementAndGet);
        deadline.end(); // only looked at when told
        return deadline;
    }

    /** Lets time go by, second by second. @param busy which part of it the worker has a processor */
    private boolean isGivenUpAfter(TaskDeadline deadline, int more, double busy) {
        for (int i = 0; i < more && givenUp.get() == 0; i++) {
            seconds++;
            processorSeconds += busy;
            deadline.look();
        }
        return givenUp.get() > 0;
    }

    @ParameterizedTest
    @CsvSource({"9, 1.0, false", "10, 1.0, true", "99, 0.1, false", "101, 0.1, true", "9, 2.0, false", "10, 2.0, true"})
    void theProcessorTimeCountsButNoMoreThanWhatGoesBy(int after, double busy, boolean end) {
        assertThat(isGivenUpAfter(newDeadline(LARGE), after, busy)).isEqualTo(end);
    }

    @Test
    void whoeverUsesNoProcessorHangsAfterThreeLimits() {
        TaskDeadline deadline = newDeadline(LARGE);
        assertThat(isGivenUpAfter(deadline, 29, 0)).isFalse();
        assertThat(isGivenUpAfter(deadline, 1, 0)).isTrue();
    }

    @Test
    void whoeverWaitedGoesOnAnew() {
        TaskDeadline deadline = newDeadline(LARGE);
        assertThat(isGivenUpAfter(deadline, 25, 0)).isFalse();
        assertThat(isGivenUpAfter(deadline, 5, 1)).isFalse();
        assertThat(isGivenUpAfter(deadline, 25, 0)).isFalse();
    }

    @Test
    void theLimitCountsAnewForEachPage() {
        TaskDeadline deadline = newDeadline(LARGE);
        for (int page = 1; page <= 20; page++) {
            deadline.wentOn(new Progress("reading pages", page, 20));
            assertThat(isGivenUpAfter(deadline, 9, 1)).as("page " + page).isFalse();
            deadline.wentOn(new Progress("reading pages", page, 20));
        }
        assertThat(isGivenUpAfter(deadline, 1, 1)).as("nothing new came").isTrue();
    }

    @ParameterizedTest
    @CsvSource({"1_200_000, 25", "40_000, 1", "0, 1", "2_950_000, 60", "9_000_000_000, 60"})
    void aSmallDocumentHasFewLimitsHoweverManyPagesItClaims(String bytes, int limits) {
        long size = Long.parseLong(bytes.replace("_", ""));
        TaskDeadline deadline = newDeadline(size);
        int gone = 0;
        for (int page = 1; !isGivenUpAfter(deadline, 1, 1); page++) {
            deadline.wentOn(new Progress("reading pages", page, 200_000));
            gone++;
        }
        assertThat(gone + 1).isEqualTo(limits * 10);
    }

    @Test
    void whereNoProcessorTimeShowsWhatGoesByCounts() {
        shows = false;
        TaskDeadline deadline = newDeadline(LARGE);
        assertThat(isGivenUpAfter(deadline, 9, 0)).isFalse();
        assertThat(isGivenUpAfter(deadline, 1, 0)).isTrue();
    }

    @Test
    void aWorkerThatHasEndedIsNotOneThatTookTooLong() {
        TaskDeadline deadline = newDeadline(LARGE);
        assertThat(isGivenUpAfter(deadline, 5, 1)).isFalse();
        shows = false;
        assertThat(isGivenUpAfter(deadline, 20, 1)).isFalse();
    }
}
