package lectomen.engine.office;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;

/**
 * Checks a ZIP file before it is read: a file that unpacks to far more than its size, or to more than the limit, is refused
 * before it is unpacked. The sizes that it states are not trusted: what goes beyond them is counted as it is unpacked.
 */
public final class ZipGuard {
    private static final int MOST_PARTS = 20_000;
    private static final long MOST_BYTES = 1L << 30;
    private static final long MOST_XML_BYTES = 192L << 20;

    /** How many times larger a part may be unpacked; only beyond the size that matters. */
    private static final int MOST_TIMES = 200;

    private static final long HARMLESS_BYTES = 4L << 20;

    private ZipGuard() {}

    /** Why the file is not read; empty where nothing speaks against it. */
    public static Optional<Reason> findRefusal(Path file) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            if (zip.size() > MOST_PARTS) {
                return Optional.of(Reason.of("office.too-large", "what", "parts", "most", "20,000"));
            }
            long all = 0;
            byte[] buffer = new byte[1 << 16];
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                long size = unpackedSize(zip, entry, buffer);
                all += size;
                boolean xml =
                        entry.getName().endsWith(".xml") || entry.getName().endsWith(".rels");
                boolean swells = size > HARMLESS_BYTES && size > MOST_TIMES * Math.max(1, entry.getCompressedSize());
                if (swells || all > MOST_BYTES || (xml && size > MOST_XML_BYTES)) {
                    return Optional.of(Reason.of("office.expands", "part", entry.getName()));
                }
            }
            return Optional.empty();
        } catch (ZipException e) {
            return Optional.of(broken(e));
        }
    }

    /** As it is stated where that is harmless, else counted. */
    private static long unpackedSize(ZipFile zip, ZipEntry entry, byte[] buffer) throws IOException {
        long packed = entry.getCompressedSize();
        long stated = entry.getSize();
        // A deflated part is at most about a thousand times larger than it is packed.
        boolean harmless = packed >= 0 && packed * 1_100 < HARMLESS_BYTES;
        if (harmless && stated >= 0 && stated < HARMLESS_BYTES) {
            return stated;
        }
        long size = 0;
        try (InputStream in = zip.getInputStream(entry)) {
            int read = in.read(buffer);
            while (read >= 0 && size <= MOST_BYTES) {
                size += read;
                read = in.read(buffer);
            }
        }
        return size;
    }

    /** What is wrong with a file, in words that fit a line. */
    public static Reason broken(Exception e) {
        return Reason.of(
                "office.broken",
                "problem",
                e instanceof ZipException
                        ? "it is incomplete or damaged; it may not have been copied completely"
                        : ProblemWords.of(e));
    }
}
