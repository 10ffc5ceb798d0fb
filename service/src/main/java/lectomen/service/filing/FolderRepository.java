package lectomen.service.filing;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import lectomen.engine.naming.SafeName;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.WhenTaken;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DurableFiles;

/**
 * A folder that documents are filed into.
 *
 * <p>A document is first written to a hidden file beside its place, synced, and read back. Then the place is said to the
 * caller, who writes it down, and only then is the file put there: by a hard link, which fails where a name is taken and
 * never replaces anything. Once the folder is synced, the caller writes the receipt, and last the hidden file goes. After a
 * crash the hidden file tells whether the link was made: both names are then the same file.
 *
 * <p>Where links are missing the place is made by exclusive create and filled. The hidden file is renamed in between, from
 * {@code .part} to {@code .placing}, which tells after a crash that the half-filled file at the place is our own.
 */
final class FolderRepository {
    private static final int MOST_NUMBERS = 100_000;

    private final String connection;
    private final Path root;
    private final boolean links;

    FolderRepository(String connection, Path root) {
        this(connection, root, true);
    }

    /** @param links whether to try hard links at all */
    FolderRepository(String connection, Path root, boolean links) {
        this.connection = connection;
        this.root = root;
        this.links = links;
    }

    /** Hands over the bytes to file. */
    @FunctionalInterface
    interface Bytes {
        InputStream open(String sha256) throws IOException;
    }

    /**
     * Puts the bytes in place, or finds that an earlier attempt already did.
     *
     * @param intend called with the place, below the root, each time before it is tried; must not return before that is
     *     written down
     */
    Placing place(Order order, Bytes bytes, Consumer<String> intend) {
        if (!Files.isDirectory(root)) {
            return new Placing.NotNow(Reason.of("destination.away", "connection", connection));
        }
        try {
            Path folder = root;
            for (String level : order.folder()) {
                folder = folder.resolve(level);
                if (!makeFolder(folder)) {
                    return new Placing.Never(Reason.of(
                            "destination.not-a-folder",
                            "connection",
                            connection,
                            "folder",
                            String.join("/", order.folder())));
                }
            }
            Path part = partIn(folder, order);
            Optional<Placing> earlier = findEarlier(order, bytes, part);
            return earlier.isPresent() ? earlier.get() : placeAnew(order, bytes, intend, part);
        } catch (IOException e) {
            return new Placing.NotNow(trouble(e, order.bytes().size()));
        }
    }

    private static Path partIn(Path folder, Order order) {
        return folder.resolve(".lectomen-" + order.effectId() + ".part");
    }

    /** The hidden files that an order may have left; they need not be there. */
    List<Path> leftovers(Order order) {
        Path part = partIn(root.resolve(String.join("/", order.folder())), order);
        return List.of(part, placingOf(part));
    }

    /** False when something that is no folder stands there. */
    private static boolean makeFolder(Path folder) throws IOException {
        if (Files.isDirectory(folder)) {
            return true;
        }
        try {
            Files.createDirectory(folder);
        } catch (FileAlreadyExistsException e) {
            return Files.isDirectory(folder);
        }
        DurableFiles.syncEntry(folder);
        return true;
    }

    /** What an earlier attempt left, if it got as far as putting the file in place. */
    private Optional<Placing> findEarlier(Order order, Bytes bytes, Path part) throws IOException {
        if (order.intended().isEmpty()) {
            return Optional.empty();
        }
        Path place = root.resolve(order.intended().get());
        Path placing = placingOf(part);
        if (!Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
            Files.deleteIfExists(placing);
            return Optional.empty();
        }
        boolean linked = Files.exists(part) && Files.isSameFile(part, place);
        if (Files.exists(placing) && !isWhole(place, order)) {
            fill(place, order, bytes, StandardOpenOption.TRUNCATE_EXISTING);
        }
        boolean ours = linked || Files.exists(placing) || (Files.notExists(part) && isWhole(place, order));
        if (!ours) {
            return Optional.empty();
        }
        DurableFiles.syncEntry(part);
        String answer = "found in place after an interruption, " + order.bytes().size() + " bytes";
        return Optional.of(new Placing.Placed(order.intended().get(), answer, linked ? part : placing));
    }

    private static Path placingOf(Path part) {
        String name = part.getFileName().toString();
        return part.resolveSibling(name.substring(0, name.length() - "part".length()) + "placing");
    }

    private static boolean isWhole(Path place, Order order) throws IOException {
        return Files.size(place) == order.bytes().size()
                && ByteStore.hash(place).equals(order.bytes().sha256());
    }

    private Placing placeAnew(Order order, Bytes bytes, Consumer<String> intend, Path part) throws IOException {
        Files.deleteIfExists(part);
        fillOrClear(part, order, bytes);
        if (!isWhole(part, order)) {
            Files.delete(part);
            return new Placing.NotNow(Reason.of("destination.mismatch", "connection", connection));
        }
        for (int number = 1; number <= MOST_NUMBERS; number++) {
            String name = number == 1 ? order.name() : SafeName.numbered(order.name(), number);
            Path place = part.resolveSibling(name);
            if (Files.notExists(place, LinkOption.NOFOLLOW_LINKS)) {
                intend.accept(order.placeOf(name));
                Optional<Path> leftover = put(part, place, order, bytes);
                if (leftover.isPresent()) {
                    DurableFiles.syncEntry(part);
                    String answer = "in place and read back, " + order.bytes().size() + " bytes";
                    return new Placing.Placed(order.placeOf(name), answer, leftover.get());
                }
            }
            if (order.whenTaken() != WhenTaken.NUMBER_IT) {
                break;
            }
        }
        Files.deleteIfExists(part);
        return new Placing.Taken(order.name(), String.join("/", order.folder()));
    }

    /** The hidden file that is left once the place holds the bytes; empty when the name is taken after all. */
    private Optional<Path> put(Path part, Path place, Order order, Bytes bytes) throws IOException {
        if (links) {
            try {
                Files.createLink(place, part);
                return Optional.of(part);
            } catch (FileAlreadyExistsException e) {
                return Optional.empty();
            } catch (UnsupportedOperationException | FileSystemException noLinksHere) {
                if (!Files.isDirectory(root)) {
                    throw new IOException("the folder went away", noLinksHere);
                }
            }
        }
        try {
            FileChannel.open(place, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)
                    .close();
        } catch (FileAlreadyExistsException e) {
            return Optional.empty();
        }
        Path placing = placingOf(part);
        Files.move(part, placing, StandardCopyOption.ATOMIC_MOVE);
        fill(place, order, bytes, StandardOpenOption.TRUNCATE_EXISTING);
        return Optional.of(placing);
    }

    /** What can't be written whole is taken away again: it would only fill the disk, and nobody knows it. */
    private static void fillOrClear(Path part, Order order, Bytes bytes) throws IOException {
        try {
            fill(part, order, bytes, StandardOpenOption.CREATE_NEW);
        } catch (IOException e) {
            try {
                Files.deleteIfExists(part);
            } catch (IOException stuck) {
                e.addSuppressed(stuck);
            }
            throw e;
        }
    }

    private static void fill(Path file, Order order, Bytes bytes, StandardOpenOption how) throws IOException {
        try (FileChannel out = FileChannel.open(file, how, StandardOpenOption.WRITE);
                InputStream in = bytes.open(order.bytes().sha256())) {
            in.transferTo(Channels.newOutputStream(out));
            out.force(true);
        }
    }

    /** Told by what the folder is found to be like, not by the words of the exception. */
    private Reason trouble(IOException e, long size) {
        if (!Files.isDirectory(root)) {
            return Reason.of("destination.away", "connection", connection);
        }
        try {
            if (Files.getFileStore(root).isReadOnly()) {
                return Reason.of(
                        "destination.read-only", "connection", connection, "problem", "the file system is read-only");
            }
            if (Files.getFileStore(root).getUsableSpace() < size + 4096) {
                return Reason.of("destination.full", "connection", connection);
            }
        } catch (IOException storeUnknown) {
            // the general reason below says what happened
        }
        if (e instanceof AccessDeniedException) {
            return Reason.of("destination.read-only", "connection", connection, "problem", "permission denied");
        }
        String problem = e instanceof FileSystemException fse && fse.getReason() != null
                ? fse.getReason()
                : e.getClass().getSimpleName();
        return Reason.of("destination.trouble", "connection", connection, "problem", problem);
    }
}
