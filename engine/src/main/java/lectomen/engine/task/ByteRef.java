package lectomen.engine.task;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Bytes identified by their SHA-256 in lower-case hexadecimal, never by a path. */
public record ByteRef(String sha256, long size) {
    /** Those of a file. */
    static ByteRef of(Path file) throws IOException {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
                long size = in.transferTo(OutputStream.nullOutputStream());
                return new ByteRef(HexFormat.of().formatHex(digest.digest()), size);
            }
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }
}
