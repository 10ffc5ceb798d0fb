package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.function.IntFunction;
import lectomen.engine.step.file.Filing;
import lectomen.service.bytes.DurableFiles;

/**
 * Moves an older file away, as the rule says, so that a new version can have its name. It first goes to a hidden name beside its
 * own, in one step, and from there to the first place that is free; after a crash the hidden file tells what is left to do.
 */
final class OlderVersion {
    private static final int MOST = 100_000;

    private final FolderLevels levels;
    private final boolean links;
    private final Path hidden;
    private final IntFunction<Filing.Target.Place> places;

    /**
     * @param levels below the root of the destination
     * @param links whether to try hard links at all
     * @param hidden beside the name that is wanted
     * @param places below the root: where the first goes, the second, and so on
     */
    OlderVersion(FolderLevels levels, boolean links, Path hidden, IntFunction<Filing.Target.Place> places) {
        this.levels = levels;
        this.links = links;
        this.hidden = hidden;
        this.places = places;
    }

    /** Looks whether the first one can go where it belongs, before anything is moved. */
    void check() throws IOException {
        levels.check(places.apply(1).folder());
    }

    /** Whether an interruption left a version half-way. */
    boolean isUnderWay() {
        return Files.exists(hidden, LinkOption.NOFOLLOW_LINKS);
    }

    /** Takes the file from its name; false when there is none, or something that is no file. */
    boolean take(Path place) throws IOException {
        if (!Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
            return false;
        }
        Files.move(place, hidden, StandardCopyOption.ATOMIC_MOVE);
        return true;
    }

    /** Puts what was taken where it belongs; gives the place below the root. */
    String keep() throws IOException {
        for (int number = 1; number <= MOST; number++) {
            Filing.Target.Place place = places.apply(number);
            Path target = levels.open(place.folder()).resolve(place.name());
            if (put(target)) {
                return place.shown();
            }
        }
        throw new IOException("no name is available for the previous version");
    }

    private boolean put(Path target) throws IOException {
        boolean linkedBeforeACrash =
                Files.exists(target, LinkOption.NOFOLLOW_LINKS) && Files.isSameFile(target, hidden);
        if (linkedBeforeACrash) {
            DurableFiles.syncEntry(target);
            Files.delete(hidden);
            return true;
        }
        return DurableFiles.moveToFreeName(hidden, target, links);
    }
}
