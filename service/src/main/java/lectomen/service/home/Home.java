package lectomen.service.home;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import lectomen.service.bytes.PrivateFiles;

/**
 * The folder with everything a service stores. One service works in it at a time, held by a lock that ends with the
 * process however it ends.
 *
 * <pre>
 * lectomen.yaml   the owner's settings          token     who reads this file may call the service
 * address         where the service listens     bytes/    the kept originals
 * store/          the database                  keys/     the keys of the keyed hashes and of the secrets
 * ledger.head     the head of the history       logs/, scratch/
 * </pre>
 */
public final class Home implements AutoCloseable {
    static final String SETTINGS_FILE = "lectomen.yaml";
    private static final List<String> OWN_FOLDERS =
            List.of("store", "bytes", "keys", "logs", "scratch", "derived", "trial-documents");

    private final Path folder;
    private final FileChannel lockChannel;
    private final FileLock lock;

    private Home(Path folder, FileChannel lockChannel, FileLock lock) {
        this.folder = folder;
        this.lockChannel = lockChannel;
        this.lock = lock;
    }

    /**
     * Takes the home for this process, making it where it is new.
     *
     * @throws BadHomeException if it can't be written or another service works in it
     */
    public static Home open(Path folder) {
        Path real;
        FileChannel channel;
        try {
            Files.createDirectories(folder);
            real = folder.toRealPath();
            channel = FileChannel.open(real.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        } catch (IOException e) {
            String problem = "home " + folder + " can't be written (" + e.getMessage() + ")";
            throw new BadHomeException(problem, "chown -R \"$USER\" " + folder + ", or choose another with --home DIR");
        }
        try {
            FileLock lock = channel.tryLock();
            if (lock != null) {
                Home home = new Home(real, channel, lock);
                home.prepare();
                return home;
            }
        } catch (OverlappingFileLockException | IOException e) {
            // told apart from a free home below
        }
        throw new BadHomeException(
                "home " + real + " is in use by another Lectomen service",
                "use it as it is (./lectomen status --home " + real + "), stop it, or choose another with --home DIR");
    }

    private void prepare() throws IOException {
        for (String part : OWN_FOLDERS) {
            PrivateFiles.folder(folder.resolve(part));
        }
        Path settings = folder.resolve(SETTINGS_FILE);
        if (Files.notExists(settings)) {
            PrivateFiles.write(settings, SettingsReader.FIRST_SETTINGS);
            Files.createDirectories(folder.resolve("inbox"));
            Files.createDirectories(folder.resolve("archive"));
        }
    }

    public Path folder() {
        return folder;
    }

    public Path part(String name) {
        return folder.resolve(name);
    }

    public Settings settings() {
        return readSettings(folder);
    }

    /**
     * The settings of a home, without taking it.
     *
     * @throws BadHomeException if they can't be read
     */
    public static Settings readSettings(Path home) {
        try {
            return SettingsReader.read(Files.readString(home.resolve(SETTINGS_FILE)), home);
        } catch (IOException e) {
            String problem = home.resolve(SETTINGS_FILE) + " can't be read (" + e.getMessage() + ")";
            throw new BadHomeException(problem, "make it readable, or remove it to get a new one");
        }
    }

    /** The token of the home's owner; made at the first call, in a file that only the owner reads. */
    public String token() {
        return HexFormat.of().formatHex(secret(folder.resolve("token"), 24));
    }

    /** The key of the keyed hashes; made at the first call. */
    public byte[] ledgerKey() {
        return secret(folder.resolve("keys").resolve("ledger.key"), 32);
    }

    /** The key that secrets are sealed with; made at the first call. */
    public byte[] secretKey() {
        return secret(folder.resolve("keys").resolve("secret.key"), 32);
    }

    private static byte[] secret(Path file, int bytes) {
        try {
            if (Files.notExists(file)) {
                byte[] made = new byte[bytes];
                new SecureRandom().nextBytes(made);
                PrivateFiles.write(file, HexFormat.of().formatHex(made) + "\n");
            }
            return HexFormat.of().parseHex(Files.readString(file).strip());
        } catch (IOException e) {
            throw new UncheckedIOException("The secret in " + file + " can't be stored", e);
        }
    }

    /** Says where the service listens, for clients on this machine. */
    public void announce(String url) {
        try {
            String text = "{\"url\": \"" + url + "\", \"pid\": "
                    + ProcessHandle.current().pid() + "}\n";
            PrivateFiles.write(folder.resolve("address"), text);
        } catch (IOException e) {
            throw new UncheckedIOException("The address can't be written to home " + folder, e);
        }
    }

    @Override
    public void close() throws IOException {
        Files.deleteIfExists(folder.resolve("address"));
        lock.release();
        lockChannel.close();
    }
}
