package lectomen.service.api;

import java.io.IOException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Objects;
import lectomen.service.access.Caller;
import lectomen.service.disk.KnownDisks;
import lectomen.service.effect.EffectRunner;
import lectomen.service.intake.HotFolders;
import lectomen.service.role.Permission;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Hot folders and destinations, and the disks and shares that they are on. */
@RestController
@RequestMapping("/api/v1/folders")
final class FoldersController {
    private final KnownDisks disks;
    private final HotFolders hotFolders;
    private final EffectRunner effects;

    FoldersController(KnownDisks disks, HotFolders hotFolders, EffectRunner effects) {
        this.disks = disks;
        this.hotFolders = hotFolders;
        this.effects = effects;
    }

    record Folder(@Nullable String folder) {}

    /** @param moved whether it was elsewhere than before, which counts as its right place from now on */
    record Moved(String folder, boolean moved) {}

    /** Says that a folder is on another disk or share because somebody moved it. */
    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/moved")
    Moved moved(@RequestBody Folder request) throws IOException {
        Path folder = known(Objects.requireNonNullElse(request.folder(), ""));
        boolean moved = disks.confirm(folder, Caller.principal());
        if (moved) {
            hotFolders.lookSoon();
            effects.wake();
        }
        return new Moved(folder.toString(), moved);
    }

    private Path known(String folder) {
        try {
            Path path = Path.of(folder);
            if (disks.isKnown(path)) {
                return path;
            }
        } catch (InvalidPathException noPath) {
            // it is said below
        }
        throw new BadRequestException("folder", "\"" + folder + "\" is not a known hot folder or destination");
    }
}
