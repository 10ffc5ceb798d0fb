package lectomen.service.api;

import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.intake.HotFolders;
import lectomen.service.intake.IntakeSwitch;
import lectomen.service.role.Permission;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Pauses and resumes the intake of all hot folders at once. */
@RestController
@RequestMapping("/api/v1/intake")
final class IntakeController {
    private final IntakeSwitch intake;
    private final HotFolders folders;

    IntakeController(IntakeSwitch intake, HotFolders folders) {
        this.intake = intake;
        this.folders = folders;
    }

    /** @param paused why nothing is taken; absent while files are */
    record Intake(Optional<JobView.ReasonView> paused) {}

    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/pause")
    Intake pause() {
        intake.pause(Caller.principal());
        return now();
    }

    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/resume")
    Intake resume() {
        intake.resume(Caller.principal());
        return now();
    }

    private Intake now() {
        folders.lookSoon();
        return new Intake(intake.findPaused().map(JobView.ReasonView::of));
    }
}
