package lectomen.service.api;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import lectomen.service.access.Caller;
import lectomen.service.job.JobList;
import lectomen.service.ledger.Ledger;
import lectomen.service.ledger.LedgerKeeper;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The ledger: reading, verifying, and a stream of new entries. */
@RestController
@RequestMapping("/api/v1")
final class LedgerController {
    private static final int MOST = 10_000;
    private static final int PER_READ = 2_000;

    private final Ledger ledger;
    private final LedgerKeeper keeper;
    private final EventStream stream;
    private final CallerScope scopes;

    LedgerController(Ledger ledger, LedgerKeeper keeper, EventStream stream, CallerScope scopes) {
        this.scopes = scopes;
        this.ledger = ledger;
        this.keeper = keeper;
        this.stream = stream;
    }

    /** @param next the number to go on after; absent at the end */
    record EntryPage(List<Ledger.Entry> entries, Optional<Long> next) {}

    /** @param after entries with a greater number @param subject such as "job 1-17" or "rule mooring-permits" */
    @Needs(value = Permission.SEE_LEDGER, limit = Needs.Limit.ITSELF)
    @GetMapping("/ledger")
    EntryPage entries(
            @RequestParam(defaultValue = "0") long after,
            @RequestParam Optional<String> subject,
            @RequestParam(defaultValue = "100") int limit) {
        requireLimit(limit);
        List<Ledger.Entry> entries = ledger.after(after, subject, limit);
        Optional<Long> next = entries.size() < limit
                ? Optional.empty()
                : Optional.of(entries.get(limit - 1).seq());
        return new EntryPage(theirs(entries), next);
    }

    /** @param next the number to go on before; absent at the end */
    record FoundEntries(List<Ledger.Entry> entries, Optional<Long> next) {}

    /**
     * Searches the ledger, the newest entries first.
     *
     * @param subject such as "job 1-17" @param principal such as "person 2" @param event or how it begins, such as "job."
     * @param before only entries with a lower number
     */
    @Needs(value = Permission.SEE_LEDGER, limit = Needs.Limit.ITSELF)
    @GetMapping("/ledger/search")
    FoundEntries search(
            @RequestParam Optional<String> subject,
            @RequestParam Optional<String> principal,
            @RequestParam Optional<String> event,
            @RequestParam Optional<Instant> since,
            @RequestParam Optional<Instant> until,
            @RequestParam Optional<Long> before,
            @RequestParam(defaultValue = "100") int limit) {
        requireLimit(limit);
        Ledger.Query query = new Ledger.Query(subject, principal, event, since, until);
        List<Ledger.Entry> found = ledger.newest(query, before.orElse(Long.MAX_VALUE), limit);
        Optional<Long> next = found.size() < limit
                ? Optional.empty()
                : Optional.of(found.get(limit - 1).seq());
        return new FoundEntries(theirs(found), next);
    }

    /**
     * The same as a file of all entries that fit.
     *
     * @param format csv (with a head) or json (a list)
     */
    @Needs(value = Permission.SEE_LEDGER, limit = Needs.Limit.ITSELF)
    @GetMapping("/ledger/export")
    ResponseEntity<StreamingResponseBody> export(
            @RequestParam Optional<String> subject,
            @RequestParam Optional<String> principal,
            @RequestParam Optional<String> event,
            @RequestParam Optional<Instant> since,
            @RequestParam Optional<Instant> until,
            @RequestParam(defaultValue = "csv") String format) {
        LedgerFile file = LedgerFile.require(format);
        Ledger.Query query = new Ledger.Query(subject, principal, event, since, until);
        Scope scope = scopes.require(Permission.SEE_LEDGER);
        Optional<JobList.Only> only = scopes.findOnly(Permission.SEE_LEDGER);
        return ResponseEntity.ok().contentType(file.type()).body(out -> {
            out.write(file.head().getBytes(StandardCharsets.UTF_8));
            boolean first = true;
            List<Ledger.Entry> found = ledger.newest(query, Long.MAX_VALUE, PER_READ);
            while (!found.isEmpty()) {
                for (Ledger.Entry entry : found) {
                    if (scopes.isTheirs(entry.subject(), scope, only)) {
                        out.write(file.entry(entry, first).getBytes(StandardCharsets.UTF_8));
                        first = false;
                    }
                }
                found = ledger.newest(query, found.get(found.size() - 1).seq(), PER_READ);
            }
            out.write(file.foot().getBytes(StandardCharsets.UTF_8));
        });
    }

    private List<Ledger.Entry> theirs(List<Ledger.Entry> entries) {
        return entries.stream()
                .filter(entry -> scopes.isTheirs(entry.subject(), Permission.SEE_LEDGER))
                .toList();
    }

    private static void requireLimit(int limit) {
        if (limit < 1 || limit > MOST) {
            throw new BadRequestException("limit", "limit must be a number from 1 to " + MOST + ", not " + limit);
        }
    }

    /**
     * @param firstBreak the first entry that does not fit the one before it
     * @param warning that the store was set back to an older state
     */
    record LedgerCheck(boolean whole, long entries, Optional<Long> firstBreak, Optional<String> warning) {}

    /** Reads the whole history and checks that nothing in it was changed or taken out. */
    @Needs(Permission.SEE_LEDGER)
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
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping(path = "/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(
            @RequestParam Optional<Long> after,
            @RequestParam Optional<String> subject,
            @RequestParam(defaultValue = "true") boolean named,
            @RequestHeader(name = "Last-Event-ID", required = false) Optional<Long> lastEventId) {
        long from = lastEventId.or(() -> after).orElseGet(() -> ledger.head().seq());
        Scope theirs = scopes.require(Permission.SEE_DOCUMENTS);
        Optional<JobList.Only> only = scopes.findOnly(Permission.SEE_DOCUMENTS);
        BooleanSupplier changed = Caller.changes();
        return stream.listen(from, subject, named, new EventStream.For() {
            @Override
            public boolean maySee(Ledger.Entry entry) {
                return scopes.isTheirs(entry.subject(), theirs, only);
            }

            @Override
            public boolean hasOtherRightsNow() {
                return changed.getAsBoolean();
            }
        });
    }
}
