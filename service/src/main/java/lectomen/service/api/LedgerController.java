package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The ledger: reading, verifying, and a stream of new entries. */
@RestController
@RequestMapping("/api/v1")
final class LedgerController {
    private static final int MOST = 10_000;

    private final Ledger ledger;
    private final LedgerKeeper keeper;
    private final EventStream stream;

    LedgerController(Ledger ledger, LedgerKeeper keeper, EventStream stream) {
        this.ledger = ledger;
        this.keeper = keeper;
        this.stream = stream;
    }

    /** @param next the number to go on after; absent at the end */
    record EntryPage(List<Ledger.Entry> entries, Optional<Long> next) {}

    /** @param after entries with a greater number @param subject such as "job 1-17" or "rule mooring-permits" */
    @GetMapping("/ledger")
    EntryPage entries(
            @RequestParam(defaultValue = "0") long after,
            @RequestParam Optional<String> subject,
            @RequestParam(defaultValue = "100") int limit) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit must be a number from 1 to " + MOST + ", not " + limit);
        }
        List<Ledger.Entry> entries = ledger.after(after, subject, limit);
        Optional<Long> next = entries.size() < limit
                ? Optional.empty()
                : Optional.of(entries.get(limit - 1).seq());
        return new EntryPage(entries, next);
    }

    /**
     * @param firstBreak the first entry that does not fit the one before it
     * @param warning that the store was set back to an older state
     */
    record LedgerCheck(boolean whole, long entries, Optional<Long> firstBreak, Optional<String> warning) {}

    /** Reads the whole history and checks that nothing in it was changed or taken out. */
    @GetMapping("/ledger/check")
    LedgerCheck check() {
        long entries = ledger.head().seq();
        Optional<Long> broken = ledger.findBreak();
        Optional<String> warning = keeper.warning();
        return new LedgerCheck(broken.isEmpty() && warning.isEmpty(), entries, broken, warning);
    }

    /**
     * What happens, as server-sent events: the event's id is the number of its ledger entry, its name the entry's event, its
     * data the entry. Without a place to go on from, it begins now.
     *
     * @param named false for events without a name, which a browser gives to one listener for all of them
     * @param lastEventId the last one that was received, to go on after it without a gap
     */
    @GetMapping(path = "/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(
            @RequestParam Optional<Long> after,
            @RequestParam Optional<String> subject,
            @RequestParam(defaultValue = "true") boolean named,
            @RequestHeader(name = "Last-Event-ID", required = false) Optional<Long> lastEventId) {
        long from = lastEventId.or(() -> after).orElseGet(() -> ledger.head().seq());
        return stream.listen(from, subject, named);
    }
}
