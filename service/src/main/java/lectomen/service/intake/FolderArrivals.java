package lectomen.service.intake;

import java.nio.file.Path;
import java.util.Optional;
import lectomen.engine.rule.SourceSettings.SeenBefore;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The arrivals of one hot folder, treated as its rules choose. */
final class FolderArrivals {
    static final String SERVICE = "service";

    private final Path hotFolder;
    private final long source;
    private final Arrivals arrivals;

    /** How rules choose to treat what was filed before; changes with them. */
    private volatile SeenBefore seenBefore = SeenBefore.PROCESS;

    FolderArrivals(Path hotFolder, long source, Arrivals arrivals) {
        this.hotFolder = hotFolder;
        this.source = source;
        this.arrivals = arrivals;
    }

    void treatSeenBefore(SeenBefore choice) {
        seenBefore = choice;
    }

    /** Begins an arrival; gives its number. @param follows the arrival whose file changed after it was taken */
    long open(JdbcClient db, Optional<Long> follows) {
        return arrivals.open(db, source, follows, SERVICE);
    }

    /**
     * Adds a kept file to an arrival under the id of its job.
     *
     * @param relative where it lay below the hot folder
     * @param leftInFolder whether it stays there
     */
    void add(JdbcClient db, long arrival, int part, String job, Path relative, KeptFile kept, boolean leftInFolder) {
        Arrivals.File file = new Arrivals.File(
                job,
                relative.getFileName().toString(),
                kept.circumstances(relative),
                kept.bytes(),
                kept.type(),
                Optional.empty(),
                leftInFolder);
        arrivals.add(db, arrival, part, source, file, seenBefore, Optional.of(hotFolder.toString()), SERVICE);
    }
}
