package lectomen.service.api;

import java.util.ArrayList;
import java.util.List;
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
    private final DiskSpaceGuard diskSpace;

    HealthController(Store store, DiskSpaceGuard diskSpace) {
        this.store = store;
        this.diskSpace = diskSpace;
    }

    /** @param problems codes of what is wrong: store-writer-ended, store-not-writable, disk-low */
    record Health(String status, List<String> problems) {}

    /** It answers, and nothing has ended in it that only another start brings back. */
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
    @GetMapping("/ready")
    ResponseEntity<Health> ready() {
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
