package lectomen.engine.split;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipException;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/**
 * Unpacks the files of a ZIP archive. Names that would lead out of the archive are cut; an archive that unpacks to more than the
 * limit is refused, whatever it says of its sizes.
 */
public final class ArchiveUnpacker {
    private static final long MOST_BYTES = 2_000_000_000L;

    /** What names in archives are that don't say they are UTF-8 (APPNOTE 6.3.10, appendix D). */
    private static final String OLDER_NAMES = "IBM437";

    private final Path folder;
    private final long mostBytes;

    public ArchiveUnpacker(Path folder) {
        this(folder, MOST_BYTES);
    }

    ArchiveUnpacker(Path folder, long mostBytes) {
        this.folder = folder;
        this.mostBytes = mostBytes;
    }

    /**
     * @param wanted says of a file's name whether it is
     * @throws IOException if bytes can't be written; what is wrong with the archive is a result
     */
    public SplitResult unpack(Path archive, FileType type, Predicate<String> wanted) throws IOException {
        if (type != FileType.ZIP) {
            return new SplitResult.Refused(Reason.of("split.no-archive", "type", type.word()));
        }
        try (ZipFile zip = ZipFile.builder()
                .setPath(archive)
                .setCharset(OLDER_NAMES)
                .setUseUnicodeExtraFields(true)
                .get()) {
            List<ZipArchiveEntry> entries = new ArrayList<>();
            for (ZipArchiveEntry entry : Collections.list(zip.getEntriesInPhysicalOrder())) {
                if (!entry.isDirectory() && wanted.test(name(entry))) {
                    entries.add(entry);
                }
            }
            if (entries.isEmpty()) {
                return new SplitResult.Refused(Reason.of("split.no-files"));
            }
            if (entries.size() > PageSplitter.MOST_PIECES) {
                return new SplitResult.Refused(PageSplitter.tooMany(entries.size()));
            }
            if (entries.stream().anyMatch(entry -> entry.getGeneralPurposeBit().usesEncryption())) {
                return new SplitResult.Refused(Reason.of("split.archive-password"));
            }
            return unpacked(zip, entries);
        } catch (ZipException e) {
            return new SplitResult.Refused(Reason.of("split.broken-archive", "problem", ProblemWords.of(e)));
        }
    }

    private SplitResult unpacked(ZipFile zip, List<ZipArchiveEntry> entries) throws IOException {
        List<Piece> pieces = new ArrayList<>();
        long left = mostBytes;
        for (ZipArchiveEntry entry : entries) {
            Path file = Files.createTempFile(folder, "part-", "");
            try (InputStream in = zip.getInputStream(entry);
                    OutputStream out = Files.newOutputStream(file)) {
                left -= copy(in, out, left);
            }
            if (left < 0) {
                String most = Long.toString(mostBytes / 1_000_000);
                return new SplitResult.Refused(Reason.of("split.archive-too-large", "most", most));
            }
            pieces.add(new Piece(file, type(file, name(entry)), name(entry), subfolder(entry), 0, 0));
        }
        return new SplitResult.Pieces(pieces);
    }

    /** Stops at the first byte above the most; gives how many there were. */
    private static long copy(InputStream in, OutputStream out, long most) throws IOException {
        byte[] buffer = new byte[64 * 1024];
        long copied = 0;
        for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
            copied += count;
            if (copied > most) {
                return most + 1;
            }
            out.write(buffer, 0, count);
        }
        return copied;
    }

    private static FileType type(Path file, String name) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return FileType.of(in.readNBytes(FileType.HEAD_BYTES), name);
        }
    }

    private static List<String> levels(ZipArchiveEntry entry) {
        return Stream.of(entry.getName().replace('\\', '/').split("/"))
                .filter(level -> !level.isBlank() && !level.equals(".") && !level.equals(".."))
                .toList();
    }

    private static String name(ZipArchiveEntry entry) {
        List<String> levels = levels(entry);
        return levels.isEmpty() ? "file" : levels.get(levels.size() - 1);
    }

    private static String subfolder(ZipArchiveEntry entry) {
        List<String> levels = levels(entry);
        return levels.stream().limit(Math.max(0, levels.size() - 1)).collect(Collectors.joining("/"));
    }
}
