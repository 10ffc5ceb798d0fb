package lectomen.service.intake;

import java.nio.file.Path;
import java.util.concurrent.ExecutorService;
import java.util.function.Consumer;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.disk.KnownDisks;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.time.ServiceClock;

/** What a hot folder needs of the rest of the service. @param watch told of subfolders whose events matter */
record HotFolderSurroundings(
        Rulebook rulebook,
        ExecutorService copiers,
        Runnable whenArrived,
        Consumer<Path> watch,
        DiskSpaceGuard diskSpace,
        IntakeSwitch intake,
        SourcePauses pauses,
        PickupTimes opening,
        SidecarPairing.Surroundings pairing,
        KnownDisks disks,
        ServiceClock clock) {}
