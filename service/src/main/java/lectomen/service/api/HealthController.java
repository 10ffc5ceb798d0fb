package lectomen.service.api;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.store.Store;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Health checks for monitoring; open to callers without a token, and silent about what is in the service. */
@RestController
@RequestMapping("/api/v1/health")
final class HealthController {
    private final Store store;
    private static final Duration GOOD_FOR = Duration.ofSeconds(1);

    private final DiskSpaceGuard diskSpace;
    private final AtomicBoolean looking = new AtomicBoolean();
    private volatile Known known;

    HealthController(Store store, DiskSpaceGuard diskSpace) {
        this.store = store;
        this.diskSpace = diskSpace;
        this.known = new Known(look(), System.nanoTime());
    }

    /** @param problems codes of what is wrong: store-writer-ended, store-not-writable, disk-low */
    record Health(String status, List<String> problems) {}

    /** It answers, and nothing has ended in it that only another start brings back. */
    @Anybody
    @GetMapping("/live")
    ResponseEntity<Health> live() {
        return store.hasWriter()
                ? ResponseEntity.ok(new Health("live", List.of()))
                : unavailable("not live", List.of("store-writer-ended"));
    }

    private static ResponseEntity<Health> unavailable(String status, List<String> problems) {
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).body(new Health(status, problems));
    }

    /** It can take files in and keep them. */
    @Anybody
    @GetMapping("/ready")
    ResponseEntity<Health> ready() {
        Known last = known;
        if (System.nanoTime() - last.atNanos() > GOOD_FOR.toNanos() && looking.compareAndSet(false, true)) {
            try {
                known = new Known(look(), System.nanoTime());
            } finally {
                looking.set(false);
            }
        }
        return known.health();
    }

    /** The last look, and when that was: strangers who ask often cost nothing. */
    private record Known(ResponseEntity<Health> health, long atNanos) {}

    private ResponseEntity<Health> look() {
        List<String> problems = new ArrayList<>();
        if (!store.isWritable()) {
            problems.add("store-not-writable");
        }
        if (diskSpace.findTooLow().isPresent()) {
            problems.add("disk-low");
        }
        return problems.isEmpty()
                ? ResponseEntity.ok(new Health("ready", problems))
                : unavailable("not ready", problems);
    }
}
