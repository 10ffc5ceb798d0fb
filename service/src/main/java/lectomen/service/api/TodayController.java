package lectomen.service.api;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import lectomen.service.home.Settings;
import lectomen.service.intake.ArrivalTimes;
import lectomen.service.job.DayCounts;
import lectomen.service.job.JobState;
import lectomen.service.role.Permission;
import lectomen.service.role.Scope;
import lectomen.service.rulebook.RuleEntry;
import lectomen.service.rulebook.Rulebook;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What came in today and its state, by rule and by hot folder, and the counts of the days before. */
@RestController
@RequestMapping("/api/v1")
final class TodayController {
    private static final int MOST_DAYS = 60;

    private final DayCounts counts;
    private final ArrivalTimes arrivals;
    private final Rulebook rulebook;
    private final ZoneId zone;
    private final CallerScope scopes;

    TodayController(DayCounts counts, ArrivalTimes arrivals, Rulebook rulebook, Settings settings, CallerScope scopes) {
        this.scopes = scopes;
        this.counts = counts;
        this.arrivals = arrivals;
        this.rulebook = rulebook;
        this.zone = settings.site().zone();
    }

    /** @param rule empty for what no rule took @param states how many of them are in each state now */
    record RuleToday(String rule, int cameIn, int forDestination, Map<String, Integer> states) {}

    /** @param arrivals for each stretch of {@code stretchMinutes} from the day's beginning on, how many came in */
    record FolderToday(String folder, int cameIn, List<Integer> arrivals) {}

    record Today(
            LocalDate day,
            String zone,
            Instant began,
            Instant now,
            List<RuleToday> rules,
            int stretchMinutes,
            List<FolderToday> folders) {}

    record Day(LocalDate day, int cameIn, int filed, int failed) {}

    record Days(List<Day> days) {}

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/today")
    Today today() {
        LocalDate day = counts.today(zone);
        Instant began = day.atStartOfDay(zone).toInstant();
        Map<String, List<DayCounts.Of>> byRule = new LinkedHashMap<>();
        for (RuleEntry rule : rulebook.list()) {
            byRule.put(rule.id(), new ArrayList<>());
        }
        Scope theirs = scopes.require(Permission.SEE_DOCUMENTS);
        byRule.keySet().removeIf(rule -> !theirs.hasRule(rule));
        for (DayCounts.Of count : countsOf(day, theirs)) {
            byRule.computeIfAbsent(count.rule(), key -> new ArrayList<>()).add(count);
        }
        List<RuleToday> rules = new ArrayList<>();
        byRule.forEach((rule, of) -> rules.add(ruleToday(rule, of)));
        Optional<Set<String>> folderNames = theirs.rules().map(scopes::foldersOf);
        List<FolderToday> folders = arrivals.since(began).stream()
                .filter(of -> folderNames
                        .filter(names -> !names.contains(of.folder()))
                        .isEmpty())
                .map(of -> new FolderToday(of.folder(), of.total(), of.counts()))
                .toList();
        return new Today(day, zone.getId(), began, arrivals.now(), rules, ArrivalTimes.STRETCH_MINUTES, folders);
    }

    private List<DayCounts.Of> countsOf(LocalDate day, Scope theirs) {
        return counts.of(day, zone).stream()
                .filter(of -> theirs.hasRule(of.rule()))
                .toList();
    }

    private static RuleToday ruleToday(String rule, List<DayCounts.Of> counts) {
        Map<String, Integer> states = new TreeMap<>();
        int all = 0;
        int forDestination = 0;
        for (DayCounts.Of of : counts) {
            int count = (int) of.count();
            states.merge(of.state().code(), count, Integer::sum);
            all += count;
            forDestination += of.state() == JobState.WAITING && of.forDestination() ? count : 0;
        }
        return new RuleToday(rule, all, forDestination, states);
    }

    /** @param back how many days, today among them */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/days")
    Days days(@RequestParam(defaultValue = "14") int back) {
        if (back < 1 || back > MOST_DAYS) {
            throw new BadRequestException(
                    "back", "back must be a number of days from 1 to " + MOST_DAYS + ", not " + back);
        }
        LocalDate today = counts.today(zone);
        List<Day> days = new ArrayList<>();
        for (int i = back - 1; i >= 0; i--) {
            days.add(day(today.minusDays(i)));
        }
        return new Days(days);
    }

    private Day day(LocalDate day) {
        int all = 0;
        int filed = 0;
        int failed = 0;
        for (DayCounts.Of of : countsOf(day, scopes.require(Permission.SEE_DOCUMENTS))) {
            all += (int) of.count();
            filed += of.state() == JobState.FILED ? (int) of.count() : 0;
            failed += of.state() == JobState.FAILED || of.state() == JobState.UNMATCHED ? (int) of.count() : 0;
        }
        return new Day(day, all, filed, failed);
    }
}
