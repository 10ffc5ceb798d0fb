package lectomen.service.api;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import lectomen.engine.rule.RuleReadResult;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.BadRuleException;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.work.FiledComparisons;
import lectomen.service.work.NotComparableException;
import lectomen.service.work.Trials;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Holds rules against documents that were filed. Changes nothing. */
@RestController
@RequestMapping("/api/v1/comparisons")
final class ComparisonsController {
    private final FiledComparisons comparisons;
    private final Jobs jobs;
    private final Rulebook rulebook;
    private final CallerScope scopes;

    ComparisonsController(FiledComparisons comparisons, Jobs jobs, Rulebook rulebook, CallerScope scopes) {
        this.comparisons = comparisons;
        this.jobs = jobs;
        this.rulebook = rulebook;
        this.scopes = scopes;
    }

    /** @param job that was filed @param text of a rule file; without it, the latest version of the job's own rule is compared */
    record ComparisonForm(@Nullable String job, @Nullable String text) {}

    /**
     * One thing as it was and as it would be.
     *
     * @param kind ending, field, name or folder
     * @param what the field, or the output that is filed
     * @param before empty for none
     * @param after empty for none
     */
    record ComparisonRow(String kind, String what, String before, String after, boolean same) {}

    /** @param same whether nothing would change @param problem why it can't be compared; absent where it can */
    record ComparisonView(
            String job, String fileName, boolean same, Optional<String> problem, List<ComparisonRow> rows) {}

    /** What a rule would do with a document that was filed, beside what was done with it. */
    @Needs(value = Permission.WRITE_RULES, limit = Needs.Limit.ITSELF)
    @PostMapping
    ComparisonView compare(@RequestBody ComparisonForm form) throws IOException {
        String id = Optional.ofNullable(form.job()).orElse("");
        scopes.requireJob(id, Permission.WRITE_RULES);
        scopes.requireJob(id, Permission.SEE_DOCUMENTS);
        Job job = jobs.require(id);
        try {
            List<ComparisonRow> rows = comparisons.compare(job, with(job, form)).stream()
                    .map(row ->
                            new ComparisonRow(row.kind().code(), row.what(), row.before(), row.after(), row.isSame()))
                    .toList();
            boolean same = rows.stream().allMatch(ComparisonRow::same);
            return new ComparisonView(id, job.name(), same, Optional.empty(), rows);
        } catch (NotComparableException e) {
            return new ComparisonView(id, job.name(), false, Optional.of(e.why()), List.of());
        }
    }

    private Trials.With with(Job job, ComparisonForm form) {
        if (form.text() == null) {
            return new Trials.With.Rule(job.rule()
                    .orElseThrow(() -> new BadRequestException("job", "job " + job.id() + " has no rule"))
                    .id());
        }
        if (rulebook.check(form.text()) instanceof RuleReadResult.Bad bad) {
            throw new BadRuleException(bad.problems());
        }
        return new Trials.With.Text(form.text());
    }
}
