package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import lectomen.engine.lookup.Lookup;
import lectomen.engine.lookup.LookupReader;
import lectomen.service.access.Caller;
import lectomen.service.lookup.LookupTables;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.Rulebook;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The lookup tables. */
@RestController
@RequestMapping("/api/v1/lookups")
final class LookupsController {
    private final LookupTables tables;
    private final Rulebook rulebook;

    LookupsController(LookupTables tables, Rulebook rulebook) {
        this.tables = tables;
        this.rulebook = rulebook;
    }

    /** @param usedBy the rules whose latest version names it */
    record LookupView(
            String name,
            List<String> columns,
            int rows,
            int version,
            List<String> usedBy,
            String changedBy,
            Instant changedAt) {}

    record LookupList(List<LookupView> lookups) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    LookupList list() {
        return new LookupList(tables.list().stream().map(this::view).toList());
    }

    private LookupView view(LookupTables.Entry entry) {
        return new LookupView(
                entry.name(),
                entry.columns(),
                entry.rows(),
                entry.version(),
                rulebook.usersOfLookup(entry.name()),
                entry.principal(),
                entry.changedAt());
    }

    /** The table as CSV. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(path = "/{name}", produces = "text/csv;charset=UTF-8")
    String show(@PathVariable String name) {
        return tables.csv(tables.require(name));
    }

    /** @param rows the first of them, each with a value for each column @param all how many there are */
    record LookupRows(List<String> columns, List<List<String>> rows, int all) {}

    /** The first rows of a table. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{name}/rows")
    LookupRows rows(@PathVariable String name, @RequestParam(defaultValue = "200") int most) {
        LookupTables.Entry entry = tables.require(name);
        Lookup lookup = LookupReader.read(tables.csv(entry)).lookup();
        List<List<String>> rows =
                lookup.rows().stream().limit(Math.max(0, most)).toList();
        return new LookupRows(lookup.columns(), rows, lookup.size());
    }

    /** Writes a table from CSV; its first row names the columns. It counts for everything that is planned from then on. */
    @Needs(Permission.WRITE_RULES)
    @PutMapping("/{name}")
    LookupView put(@PathVariable String name, @RequestBody String csv) {
        List<String> problems = LookupTables.problems(name, csv);
        if (!problems.isEmpty()) {
            throw new BadRequestException("csv", String.join("; ", problems));
        }
        return view(tables.put(name, csv, Caller.principal()));
    }

    /** Removes a table that no rule uses. */
    @Needs(Permission.WRITE_RULES)
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        tables.require(name);
        List<String> users = rulebook.usersOfLookup(name);
        if (!users.isEmpty()) {
            throw new BadRequestException("name", "lookup " + name + " is used by " + String.join(", ", users));
        }
        tables.remove(name, Caller.principal());
    }
}
