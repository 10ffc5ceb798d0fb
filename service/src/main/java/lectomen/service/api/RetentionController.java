package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.retention.RetentionRuns;
import lectomen.service.role.Permission;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What retention would remove, and removing it. It is removed every hour by itself. */
@RestController
@RequestMapping("/api/v1/retention")
final class RetentionController {
    private final RetentionRuns runs;

    RetentionController(RetentionRuns runs) {
        this.runs = runs;
    }

    /** @param keepOriginalsDays absent for ever @param keepJobsDays absent for ever */
    record DueView(
            Optional<String> rule,
            Optional<Long> keepOriginalsDays,
            Optional<Long> keepJobsDays,
            long originals,
            long bytes,
            long jobs) {
        static DueView of(RetentionRuns.Due due) {
            return new DueView(
                    due.rule(),
                    due.retention().originals().map(age -> age.toDays()),
                    due.retention().jobs().map(age -> age.toDays()),
                    due.originals(),
                    due.bytes(),
                    due.jobs());
        }
    }

    record RetentionView(List<DueView> due) {
        static RetentionView of(List<RetentionRuns.Due> due) {
            return new RetentionView(due.stream().map(DueView::of).toList());
        }
    }

    /** What would be removed now, by rule. Changes nothing. */
    @Needs(Permission.SEE_SERVICE)
    @GetMapping
    RetentionView due() {
        return RetentionView.of(runs.due());
    }

    /** Removes it; gives what went. */
    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/run")
    RetentionView run() {
        return RetentionView.of(runs.run(Caller.principal()));
    }
}
