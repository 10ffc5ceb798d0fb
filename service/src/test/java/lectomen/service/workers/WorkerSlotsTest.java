package lectomen.service.workers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import lectomen.service.Await;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class WorkerSlotsTest {
    private final AtomicLong nanos = new AtomicLong();
    private final WorkerSlots slots = new WorkerSlots(2, nanos::get);
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private final List<String> served = new CopyOnWriteArrayList<>();

    @AfterEach
    void stop() {
        threads.shutdownNow();
    }

    private CompletableFuture<WorkerSlots.Place> ask(String source) {
        return CompletableFuture.supplyAsync(
                () -> {
                    WorkerSlots.Place place = slots.take(source);
                    served.add(source);
                    return place;
                },
                threads);
    }

    /** Asks, and waits until the call waits in its turn. */
    private CompletableFuture<WorkerSlots.Place> askAfterOthers(String source) throws InterruptedException {
        CompletableFuture<WorkerSlots.Place> asked = ask(source);
        Thread.sleep(20);
        assertThat(asked).isNotDone();
        return asked;
    }

    private void pass(Duration time) {
        nanos.addAndGet(time.toNanos());
    }

    @Test
    void asManyGoAtOnceAsThereAreWorkersThenWhoeverCameFirst() throws Exception {
        WorkerSlots.Place one = slots.take("flood");
        slots.take("flood");
        CompletableFuture<WorkerSlots.Place> third = askAfterOthers("flood");
        askAfterOthers("flood");
        one.close();
        assertThat(third.join().isExtra()).isFalse();
        assertThat(served).hasSize(1);
    }

    @Test
    void aSourceThatHasNoneAtWorkComesBeforeOthers() throws Exception {
        WorkerSlots.Place one = slots.take("flood");
        slots.take("flood");
        askAfterOthers("flood");
        CompletableFuture<WorkerSlots.Place> other = askAfterOthers("papers");
        one.close();
        assertThat(other.join().isExtra()).isFalse();
        assertThat(served).containsExactly("papers");
    }

    @Test
    void oneMoreIsLetInOnceAllHaveBeenTakenForAWhile() throws Exception {
        slots.take("flood");
        slots.take("flood");
        CompletableFuture<WorkerSlots.Place> same = askAfterOthers("flood");
        CompletableFuture<WorkerSlots.Place> other = askAfterOthers("papers");
        pass(Duration.ofMillis(999));
        Thread.sleep(150);
        assertThat(other).isNotDone();
        pass(Duration.ofMillis(1));
        WorkerSlots.Place extra = other.join();
        assertThat(extra.isExtra()).isTrue();
        assertThat(same).as("of a source that has some at work").isNotDone();
        CompletableFuture<WorkerSlots.Place> another = askAfterOthers("drawings");
        extra.close();
        assertThat(another.join().isExtra()).as("one at a time").isTrue();
    }

    @Test
    void aSourceThatDidHarmIsNotLetInBesidesForTenMinutes() throws Exception {
        try (WorkerSlots.Place harmful = slots.take("drawings")) {
            harmful.didHarm();
        }
        slots.take("flood");
        slots.take("flood");
        CompletableFuture<WorkerSlots.Place> drawings = askAfterOthers("drawings");
        pass(Duration.ofSeconds(5));
        Thread.sleep(150);
        assertThat(drawings).isNotDone();
        pass(Duration.ofMinutes(10));
        assertThat(drawings.join().isExtra()).isTrue();
    }

    @Test
    void placesThatAreGivenBackCanBeTakenAgain() throws Exception {
        for (int round = 0; round < 50; round++) {
            try (WorkerSlots.Place one = slots.take("a");
                    WorkerSlots.Place two = slots.take("b")) {
                assertThat(one.isExtra() || two.isExtra()).isFalse();
            }
        }
        slots.take("a");
        slots.take("a");
        CompletableFuture<WorkerSlots.Place> third = ask("a");
        Await.until("it waits", () -> !third.isDone());
        assertThat(third).isNotDone();
    }
}
