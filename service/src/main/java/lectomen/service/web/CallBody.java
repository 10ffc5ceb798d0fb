package lectomen.service.web;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * What is sent with a call. It can be read several times, since it is signed before it is sent.
 *
 * @param type its media type
 * @param size in bytes
 */
public record CallBody(String type, long size, Source source) {
    /** Gives the bytes from their beginning. */
    @FunctionalInterface
    public interface Source {
        InputStream open() throws IOException;
    }

    public static CallBody ofJson(String json) {
        byte[] bytes = json.getBytes(StandardCharsets.UTF_8);
        return new CallBody("application/json", bytes.length, () -> new ByteArrayInputStream(bytes));
    }

    InputStream open() {
        try {
            return source.open();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Its SHA-256. */
    public byte[] digest() throws IOException {
        try {
            MessageDigest hash = MessageDigest.getInstance("SHA-256");
            try (InputStream in = new DigestInputStream(source.open(), hash)) {
                in.transferTo(OutputStream.nullOutputStream());
            }
            return hash.digest();
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    static String hex(byte[] digest) {
        return HexFormat.of().formatHex(digest);
    }
}
