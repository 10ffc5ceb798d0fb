package lectomen.service.api;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.RuleReader;
import lectomen.engine.rule.RuleReading;
import lectomen.engine.yaml.Problem;
import lectomen.service.access.Token;
import lectomen.service.home.Settings;
import lectomen.service.intake.HotFolders;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
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

    record RuleStory(RuleView rule, String text) {}

    record CheckResult(boolean good, List<Problem> problems) {}

    @GetMapping
    RuleList list() {
        return new RuleList(rulebook.list().stream().map(this::view).toList());
    }

    @GetMapping("/{id}")
    RuleStory show(@PathVariable String id) {
        RuleEntry entry = rulebook.require(id);
        return new RuleStory(view(entry), entry.text());
    }

    @PostMapping("/check")
    CheckResult check(@RequestBody String text) {
        RuleReading reading = rulebook.check(text);
        return reading instanceof RuleReading.Bad bad
                ? new CheckResult(false, bad.problems())
                : new CheckResult(true, List.of());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    RuleView add(@RequestBody String text) {
        Rulebook.Added added = rulebook.add(text, Token.OWNER);
        if (added instanceof Rulebook.Added.As as) {
            return view(as.entry());
        }
        throw new BadRuleException(((Rulebook.Added.Refused) added).bad().problems());
    }

    @PostMapping("/{id}/live")
    RuleView live(@PathVariable String id, @RequestParam(defaultValue = "take") String existing) {
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
        return view(rulebook.putLive(id, Token.OWNER));
    }

    @PostMapping("/{id}/pause")
    RuleView pause(@PathVariable String id) {
        return view(rulebook.pause(id, Token.OWNER));
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
