package lectomen.service.api;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.rule.RuleSchema;
import lectomen.engine.rulefile.PartReader;
import lectomen.service.access.Caller;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.RuleState;
import lectomen.service.rulebook.SharedParts;
import lectomen.service.work.RuleActivation;
import lectomen.service.work.SamplesDifferException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Shared parts of rules: accept sets, name patterns, step lists, document types. */
@RestController
@RequestMapping("/api/v1/parts")
final class PartsController {
    private final SharedParts parts;
    private final RuleActivation activation;

    PartsController(SharedParts parts, RuleActivation activation) {
        this.parts = parts;
        this.activation = activation;
    }

    record PartList(List<SharedParts.PartEntry> parts) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    PartList list() {
        return new PartList(parts.list());
    }

    /** The JSON Schema of the files of parts. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping(path = "/schema", produces = "application/schema+json")
    String schema() {
        return RuleSchema.partJson();
    }

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{name}")
    SharedParts.PartEntry show(@PathVariable String name) {
        return parts.require(name);
    }

    /** What is different from the latest version of the part. Changes nothing. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @PostMapping("/compare")
    ComparedView compare(@RequestBody String text) {
        if (PartReader.read(text) instanceof PartReader.Reading.Good good) {
            String name = good.part().name();
            return ComparedView.of(name, parts.find(name).map(SharedParts.PartEntry::text), text);
        }
        throw new BadRuleException(((PartReader.Reading.Bad) PartReader.read(text)).problems());
    }

    /** A rule that got a new version. @param whyNotLive why that version is not live; absent where it is */
    record ChangedRule(String id, int version, boolean live, Optional<String> whyNotLive) {}

    record PartWritten(SharedParts.PartEntry part, List<ChangedRule> rules) {}

    /**
     * Writes a part, or what it is from now on. Each rule that names it gets a new version, as a draft.
     *
     * @param live put the new version of those rules live whose latest version was live
     */
    @Needs(Permission.WRITE_RULES)
    @PostMapping
    PartWritten write(
            @RequestBody String text,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "false") boolean live)
            throws IOException {
        SharedParts.Written written = parts.write(text, reason, Caller.principal());
        if (written instanceof SharedParts.Written.Refused refused) {
            throw new BadRuleException(refused.problems());
        }
        SharedParts.Written.As as = (SharedParts.Written.As) written;
        List<ChangedRule> rules = new ArrayList<>();
        for (RuleEntry entry : as.changed()) {
            rules.add(live ? putLive(entry) : draft(entry, "it stays a draft until it is put live"));
        }
        return new PartWritten(as.entry(), rules);
    }

    private ChangedRule putLive(RuleEntry entry) throws IOException {
        boolean latestWasLive = entry.liveVersion().equals(Optional.of(entry.latestVersion() - 1));
        if (entry.state() != RuleState.LIVE || !latestWasLive) {
            return draft(entry, "its previous version was not live either");
        }
        try {
            activation.putLive(entry.id(), Optional.empty(), false, Optional.empty(), Caller.principal());
            return new ChangedRule(entry.id(), entry.latestVersion(), true, Optional.empty());
        } catch (SamplesDifferException e) {
            return draft(entry, String.valueOf(e.getMessage()));
        }
    }

    private static ChangedRule draft(RuleEntry entry, String why) {
        return new ChangedRule(entry.id(), entry.latestVersion(), false, Optional.of(why));
    }

    /** Takes away a part that no rule uses. */
    @Needs(Permission.WRITE_RULES)
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        if (!parts.remove(name, Caller.principal())) {
            String users = String.join(", ", parts.require(name).usedBy());
            throw new BadRequestException("name", "part " + name + " is used by " + users);
        }
    }
}
