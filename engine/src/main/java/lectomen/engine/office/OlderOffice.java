package lectomen.engine.office;

import java.io.IOException;
import java.nio.file.Path;
import lectomen.engine.reason.Reason;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;

/**
 * The content of a compound file, the container of the older office formats; a document protected by a password is stored in
 * one too.
 */
public final class OlderOffice {
    private OlderOffice() {}

    /** Why it can't be converted. */
    public static Reason refusal(Path file) {
        try (POIFSFileSystem container = new POIFSFileSystem(file.toFile(), true)) {
            boolean sealed = container.getRoot().hasEntryCaseInsensitive("EncryptedPackage");
            return Reason.of(sealed ? "office.password" : "office.older");
        } catch (IOException | RuntimeException e) {
            return ZipGuard.broken(e);
        }
    }
}
