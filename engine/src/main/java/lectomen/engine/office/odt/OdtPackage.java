package lectomen.engine.office.odt;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import lectomen.engine.office.xml.Xml;
import org.w3c.dom.Element;

/** The parts of a file (ISO/IEC 26300-3). */
final class OdtPackage implements AutoCloseable {
    private static final long MOST_PICTURE_BYTES = 128L * 1024 * 1024;

    private final ZipFile zip;
    private final Map<String, byte[]> pictures = new HashMap<>();

    OdtPackage(Path file) throws IOException {
        this.zip = new ZipFile(file.toFile());
    }

    /** Whether its parts are sealed by a password. */
    boolean isSealed() throws IOException {
        Optional<Element> manifest = find("META-INF/manifest.xml");
        return manifest.isPresent()
                && Xml.findBelow(manifest.get(), "encryption-data").isPresent();
    }

    Optional<Element> find(String part) throws IOException {
        ZipEntry entry = zip.getEntry(part);
        if (entry == null) {
            return Optional.empty();
        }
        try (InputStream in = zip.getInputStream(entry)) {
            return Optional.of(Xml.read(in));
        }
    }

    boolean hasMacros() {
        return zip.stream()
                .anyMatch(entry ->
                        entry.getName().startsWith("Basic/") || entry.getName().startsWith("Scripts/"));
    }

    Optional<byte[]> findBytes(String part) throws IOException {
        byte[] known = pictures.get(part);
        if (known != null) {
            return Optional.of(known);
        }
        ZipEntry entry = zip.getEntry(part);
        if (entry == null || entry.isDirectory() || entry.getSize() > MOST_PICTURE_BYTES) {
            return Optional.empty();
        }
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readAllBytes();
            pictures.put(part, bytes);
            return Optional.of(bytes);
        }
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }
}
