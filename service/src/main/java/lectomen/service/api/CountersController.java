package lectomen.service.api;

import java.util.List;
import lectomen.engine.rulefile.SharedPart;
import lectomen.service.access.Caller;
import lectomen.service.counter.Counters;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.SharedParts;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The counters. What a counter is like stands in a shared part. */
@RestController
@RequestMapping("/api/v1/counters")
final class CountersController {
    private final Counters counters;
    private final SharedParts parts;

    CountersController(Counters counters, SharedParts parts) {
        this.counters = counters;
        this.parts = parts;
    }

    /** @param runs none before its first number */
    record CounterView(String name, String about, List<String> usedBy, List<Counters.Run> runs) {}

    record CounterList(List<CounterView> counters) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    CounterList list() {
        List<Counters.Run> runs = counters.list();
        return new CounterList(parts.list().stream()
                .filter(part -> part.kind().equals(SharedPart.Kind.COUNTER.words()))
                .map(part -> new CounterView(
                        part.name(),
                        part.about(),
                        part.usedBy(),
                        runs.stream()
                                .filter(run -> run.counter().equals(part.name()))
                                .toList()))
                .toList());
    }

    record ChangeList(List<Counters.Change> changes) {}

    /** Where somebody set the counter, and why. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{name}/changes")
    ChangeList changes(@PathVariable String name) {
        parts.require(name);
        return new ChangeList(counters.changes(name));
    }

    /**
     * Sets the next number.
     *
     * @param run as the list shows it; empty for the only one
     * @param reason why; the history keeps it
     */
    @Needs(Permission.WRITE_RULES)
    @PostMapping("/{name}/set")
    CounterList set(
            @PathVariable String name,
            @RequestParam long next,
            @RequestParam(defaultValue = "") String run,
            @RequestParam String reason) {
        parts.require(name);
        counters.set(name, run, next, reason, Caller.principal());
        return list();
    }
}
