package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.text.Normalizer;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Which names are taken in destination folders; names that differ only in case or Unicode form count as the same, since other
 * systems that use the folder can't have both.
 *
 * <p>A folder is read once, and again after twenty times as long as reading it took. What we file ourselves meanwhile is known
 * without that; a name that seems taken is looked for again before it is called so. Safe for several threads.
 */
final class FolderNames {
    private static final int WORTH = 20;
    private static final int REMEMBERED = 200;

    private static final class Listing {
        private final Set<String> names = new HashSet<>();
        private long readAtNanos;
        private long tookNanos;

        private boolean isOld() {
            return System.nanoTime() - readAtNanos > tookNanos * WORTH;
        }

        private void read(Path folder) throws IOException {
            long began = System.nanoTime();
            names.clear();
            try (DirectoryStream<Path> files = Files.newDirectoryStream(folder)) {
                for (Path file : files) {
                    String name = file.getFileName().toString();
                    if (!name.startsWith(TemporaryFiles.PREFIX)) {
                        names.add(folded(name));
                    }
                }
            }
            readAtNanos = System.nanoTime();
            tookNanos = readAtNanos - began;
        }
    }

    private final Map<Path, Listing> listings = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Path, Listing> eldest) {
            return size() > REMEMBERED;
        }
    };

    static String folded(String name) {
        return Normalizer.normalize(
                Normalizer.normalize(name, Normalizer.Form.NFC)
                        .toUpperCase(Locale.ROOT)
                        .toLowerCase(Locale.ROOT),
                Normalizer.Form.NFC);
    }

    /** Takes a name for a file that is about to be put there; false if it is taken, as it stands or in another form. */
    boolean take(Path folder, String name) throws IOException {
        Listing listing = listing(folder);
        synchronized (listing) {
            if (listing.readAtNanos == 0 || listing.isOld()) {
                listing.read(folder);
            }
            if (listing.names.add(folded(name))) {
                return true;
            }
            if (Files.exists(folder.resolve(name), LinkOption.NOFOLLOW_LINKS)) {
                return false;
            }
            listing.read(folder);
            return listing.names.add(folded(name));
        }
    }

    /** The name was not used after all, or what had it was taken away. */
    void free(Path folder, String name) {
        Listing listing = listing(folder);
        synchronized (listing) {
            listing.names.remove(folded(name));
        }
    }

    private Listing listing(Path folder) {
        synchronized (listings) {
            return listings.computeIfAbsent(folder, key -> new Listing());
        }
    }
}
