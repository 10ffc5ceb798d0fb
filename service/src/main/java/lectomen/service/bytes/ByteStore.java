package lectomen.service.bytes;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.UUID;
import lectomen.engine.task.ByteRef;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Stores bytes by their hash. They never change and are named by their SHA-256. What {@link #put} returned is durable: the
 * bytes and the directory entries that lead to them.
 */
public final class ByteStore {
    /** Stands as the count of uses of bytes that were removed. */
    public static final int GONE = -1;

    private final Path folder;
    private final Path incoming;

    public ByteStore(Path folder) throws IOException {
        this.folder = folder;
        this.incoming = folder.resolve("incoming");
        Files.createDirectories(incoming);
        try (var leftovers = Files.newDirectoryStream(incoming)) {
            for (Path leftover : leftovers) {
                Files.delete(leftover);
            }
        }
    }

    /** Copies the stream in and waits until it is on the disk. */
    public ByteRef put(InputStream bytes) throws IOException {
        Path arriving = incoming.resolve(UUID.randomUUID().toString());
        try {
            ByteRef ref = copy(bytes, arriving);
            Path shelf = shelf(ref.sha256());
            Path place = shelf.resolve(ref.sha256());
            if (Files.exists(place)) {
                Files.setLastModifiedTime(place, FileTime.from(Instant.now())); // keeps it from being removed as unused
            } else {
                if (Files.notExists(shelf)) {
                    Files.createDirectories(shelf);
                    DurableFiles.syncFolder(folder);
                }
                link(arriving, place);
            }
            DurableFiles.syncFolder(shelf);
            return ref;
        } finally {
            Files.deleteIfExists(arriving);
        }
    }

    private static void link(Path from, Path to) throws IOException {
        try {
            Files.createLink(to, from);
        } catch (FileAlreadyExistsException sameBytesFromElsewhere) {
            // nothing to do: equal names are equal bytes
        } catch (UnsupportedOperationException e) {
            Files.move(from, to);
        }
    }

    private static ByteRef copy(InputStream bytes, Path to) throws IOException {
        MessageDigest digest = sha256();
        try (FileChannel channel = FileChannel.open(to, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
            OutputStream out = new DigestOutputStream(Channels.newOutputStream(channel), digest);
            long size = bytes.transferTo(out);
            channel.force(true);
            return new ByteRef(HexFormat.of().formatHex(digest.digest()), size);
        }
    }

    /** The hash of a file's bytes, in small hexadecimal digits. */
    public static String hash(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return hash(in);
        }
    }

    /** The same of a stream, which is read to its end. */
    public static String hash(InputStream in) throws IOException {
        MessageDigest digest = sha256();
        byte[] piece = new byte[64 * 1024];
        for (int read = in.read(piece); read >= 0; read = in.read(piece)) {
            digest.update(piece, 0, read);
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    /** What these bytes are named by. */
    public static ByteRef refOf(byte[] bytes) {
        return new ByteRef(HexFormat.of().formatHex(sha256().digest(bytes)), bytes.length);
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    /** @throws java.nio.file.NoSuchFileException if there are no such bytes */
    public InputStream open(String sha256) throws IOException {
        return Files.newInputStream(shelf(sha256).resolve(sha256));
    }

    /** @throws java.nio.file.NoSuchFileException likewise */
    public long size(String sha256) throws IOException {
        return Files.size(shelf(sha256).resolve(sha256));
    }

    /**
     * Removes bytes that nothing refers to any more. Whoever puts the same bytes again makes them young, so that they can't
     * go between that and the write that refers to them.
     *
     * @return false, and nothing removed, if they were put after that time
     */
    public boolean removeUnlessYoung(String sha256, Instant putBefore) {
        Path place = shelf(sha256).resolve(sha256);
        try {
            if (Files.exists(place)
                    && Files.getLastModifiedTime(place).toInstant().isAfter(putBefore)) {
                return false;
            }
            Files.deleteIfExists(place);
            return true;
        } catch (IOException e) {
            return false; // it is tried again at the next run
        }
    }

    public boolean has(String sha256) {
        return Files.exists(shelf(sha256).resolve(sha256));
    }

    private Path shelf(String sha256) {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException("No SHA-256: " + sha256);
        }
        return folder.resolve(sha256.substring(0, 2));
    }

    /** Counts one more use of the bytes. Call it in the write that begins to refer to them. */
    public static void use(JdbcClient db, ByteRef ref, long now) {
        db.sql("""
                        insert into bytes (sha256, size, uses, stored_at) values (?, ?, 1, ?)
                        on conflict (sha256) do update set uses = max(uses, 0) + 1
                        """).params(ref.sha256(), ref.size(), now).update();
    }
}
