package lectomen.service.api;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import lectomen.engine.rule.ReadAloud;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleReading;
import lectomen.engine.yaml.Problem;
import lectomen.service.access.Caller;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The rulebook: list, show, check, add, put live, pause. Rule files travel as plain text. */
@RestController
@RequestMapping("/api/v1/rules")
final class RulesController {
    private final Rulebook rulebook;
    private final HotFolders folders;
    private final Settings settings;

    RulesController(Rulebook rulebook, HotFolders folders, Settings settings) {
        this.rulebook = rulebook;
        this.folders = folders;
        this.settings = settings;
    }

    record RuleView(
            String id,
            String title,
            int position,
            String state,
            int latestVersion,
            Optional<Integer> liveVersion,
            List<String> folders,
            String addedBy,
            Instant addedAt) {}

    record RuleList(List<RuleView> rules) {}

    /** @param sentences the rule read aloud; empty when it can't be read with today's settings */
    record RuleStory(RuleView rule, String text, List<ReadAloud.Sentence> sentences) {}

    record CheckResult(boolean good, List<Problem> problems) {}

    @GetMapping
    RuleList list() {
        return new RuleList(rulebook.list().stream().map(this::view).toList());
    }

    @GetMapping("/{id}")
    ResponseEntity<RuleStory> show(@PathVariable String id) {
        RuleEntry entry = rulebook.require(id);
        return ResponseEntity.ok().eTag(tag(entry)).body(new RuleStory(view(entry), entry.text(), sentences(entry)));
    }

    private List<ReadAloud.Sentence> sentences(RuleEntry entry) {
        return RuleReader.read(entry.text(), settings.site()) instanceof RuleReading.Good good
                ? ReadAloud.of(good.rule())
                : List.of();
    }

    private static String tag(RuleEntry entry) {
        return "\"" + entry.latestVersion() + "." + entry.state().code() + "."
                + entry.liveVersion().orElse(0) + "\"";
    }

    private static Optional<Predicate<RuleEntry>> unchanged(Optional<String> ifMatch) {
        return ifMatch.map(seen -> entry -> tag(entry).equals(seen.replaceFirst("^W/", "")));
    }

    @PostMapping("/check")
    CheckResult check(@RequestBody String text) {
        RuleReading reading = rulebook.check(text);
        return reading instanceof RuleReading.Bad bad
                ? new CheckResult(false, bad.problems())
                : new CheckResult(true, List.of());
    }

    @PostMapping
    ResponseEntity<RuleView> add(
            @RequestBody String text, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        Rulebook.Added added = rulebook.add(text, unchanged(ifMatch), Caller.principal());
        if (added instanceof Rulebook.Added.As as) {
            return ResponseEntity.status(HttpStatus.CREATED)
                    .eTag(tag(as.entry()))
                    .body(view(as.entry()));
        }
        throw new BadRuleException(((Rulebook.Added.Refused) added).bad().problems());
    }

    @PostMapping("/{id}/live")
    ResponseEntity<RuleView> live(
            @PathVariable String id,
            @RequestParam(defaultValue = "take") String existing,
            @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        RuleEntry entry = rulebook.require(id);
        RuleReading reading = rulebook.check(entry.text());
        if (reading instanceof RuleReading.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        if (existing.equals("leave")) {
            folders.leaveExisting(foldersOf(((RuleReading.Good) reading).rule()));
        } else if (!existing.equals("take")) {
            throw new BadRequestException("existing", "existing is take or leave, not " + existing);
        }
        return answer(rulebook.putLive(id, unchanged(ifMatch), Caller.principal()));
    }

    @PostMapping("/{id}/pause")
    ResponseEntity<RuleView> pause(
            @PathVariable String id, @RequestHeader(name = "If-Match", required = false) Optional<String> ifMatch) {
        return answer(rulebook.pause(id, unchanged(ifMatch), Caller.principal()));
    }

    record RuleOrder(List<String> ids) {}

    /** Puts all rules in another order: a file goes to the first that wants it. */
    @PostMapping("/order")
    RuleList order(@RequestBody RuleOrder order) {
        List<String> ids = Optional.ofNullable(order.ids()).orElse(List.of());
        if (!rulebook.putInOrder(ids, Caller.principal())) {
            throw new BadRequestException(
                    "ids", "the order has to name every rule once; a rule may have been added meanwhile");
        }
        return list();
    }

    private ResponseEntity<RuleView> answer(RuleEntry entry) {
        return ResponseEntity.ok().eTag(tag(entry)).body(view(entry));
    }

    private RuleView view(RuleEntry entry) {
        String title = entry.id();
        List<String> from = new ArrayList<>();
        if (RuleReader.read(entry.text(), settings.site()) instanceof RuleReading.Good good) {
            title = good.rule().title();
            from.addAll(foldersOf(good.rule()));
        }
        return new RuleView(
                entry.id(),
                title,
                entry.position(),
                entry.state().code(),
                entry.latestVersion(),
                entry.liveVersion(),
                from,
                entry.addedBy(),
                entry.addedAt());
    }

    private static List<String> foldersOf(RuleDocument rule) {
        return rule.from().stream().map(RuleDocument.From::folder).toList();
    }
}
