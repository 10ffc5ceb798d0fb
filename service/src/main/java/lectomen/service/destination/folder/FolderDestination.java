package lectomen.service.destination.folder;

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
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import lectomen.engine.naming.SafeName;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.bytes.ByteStore;
import lectomen.service.bytes.DurableFiles;
import lectomen.service.destination.Connections;
import lectomen.service.destination.Destination;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.ListResult;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.VerifyResult;
import lectomen.service.destination.WithdrawResult;

/**
 * A folder as a destination.
 *
 * <p>A document is first written to a hidden file beside its place, synced, and read back. Then the place is said to the
 * caller, who writes it down, and only then is the file put there: by a hard link, which fails where a name is taken and
 * never replaces anything. Once the folder is synced, the caller writes the receipt, and last the hidden file goes. After a
 * crash the hidden file tells whether the link was made: both names are then the same file.
 *
 * <p>A document of our own that is to be replaced at its place is first moved aside under a hidden name and looked at there:
 * if somebody changed it, it goes back and the place counts as taken.
 *
 * <p>Where the rule says so, what has the name is moved to where older versions go: {@link OlderVersion}.
 *
 * <p>Where links are missing the place is made by exclusive create and filled. The hidden file is renamed in between, from
 * {@code .part} to {@code .placing}, which tells after a crash that the half-filled file at the place is our own.
 */
public final class FolderDestination implements Destination {
    private static final int MOST_NUMBERS = 100_000;

    private final String connection;
    private final Path root;
    private final Connections connections;
    private final FolderLevels levels;
    private final FolderNames names;
    private final TemporaryFiles temporaryFiles;
    private final boolean links;

    /**
     * @param connections know where links below the root may lead, and where the root is
     * @param links whether to try hard links at all
     */
    FolderDestination(
            String connection,
            Path root,
            Connections connections,
            FolderNames names,
            TemporaryFiles temporaryFiles,
            boolean links) {
        this.connection = connection;
        this.root = root;
        this.connections = connections;
        this.levels = new FolderLevels(root, connections.roots());
        this.names = names;
        this.temporaryFiles = temporaryFiles;
        this.links = links;
    }

    @Override
    public boolean canBeAsked() {
        return true;
    }

    @Override
    public PlaceResult place(FilingOrder order, Bytes bytes, Consumer<String> intend) {
        try {
            Optional<Reason> away = connections.findAway(connection, root);
            if (away.isPresent()) {
                return new PlaceResult.NotNow(away.get());
            }
            return placeIn(partIn(levels.open(order.folder()), order), order, bytes, intend);
        } catch (FolderLevels.UnusableException e) {
            return new PlaceResult.Never(e.reason(connection));
        } catch (IOException e) {
            return new PlaceResult.NotNow(trouble(e, order.bytes().size()));
        }
    }

    @Override
    public Optional<PlaceResult> findPlaced(FilingOrder order, Bytes bytes) {
        try {
            Optional<Reason> away = connections.findAway(connection, root);
            if (away.isPresent()) {
                return Optional.of(new PlaceResult.NotNow(away.get()));
            }
            levels.check(order.folder());
            return findEarlier(order, bytes, partIn(root.resolve(String.join("/", order.folder())), order));
        } catch (FolderLevels.UnusableException e) {
            return Optional.of(new PlaceResult.Never(e.reason(connection)));
        } catch (IOException e) {
            return Optional.of(new PlaceResult.NotNow(trouble(e, order.bytes().size())));
        }
    }

    private static Path partIn(Path folder, FilingOrder order) {
        return folder.resolve(TemporaryFiles.PREFIX + order.effectId() + ".part");
    }

    @Override
    public void clear(FilingOrder order) {
        Path part = partIn(root.resolve(String.join("/", order.folder())), order);
        for (Path file : List.of(part, placingOf(part), asideOf(part))) {
            temporaryFiles.clear(order.effectId(), file);
        }
    }

    @Override
    public String shown(String place) {
        return root.resolve(place).toString();
    }

    /**
     * Writes a text beside a file that was placed; an earlier one of the same file is written again.
     *
     * @param place of the file, below the root
     */
    public void explain(String place, String explanation) throws IOException {
        ExplanationFile.write(root.resolve(place), explanation);
    }

    /** What an earlier attempt left, if it got as far as putting the file in place. */
    private Optional<PlaceResult> findEarlier(FilingOrder order, Bytes bytes, Path part) throws IOException {
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
        Optional<String> older = keepReplaced(order, part);
        String answer = "found in place after an interruption, " + order.bytes().size() + " bytes";
        return Optional.of(new PlaceResult.Placed(order.intended().get(), answer, older));
    }

    private static Path placingOf(Path part) {
        return siblingOf(part, "placing");
    }

    /** Where something of our own is while it is being replaced or withdrawn. */
    private static Path asideOf(Path part) {
        return siblingOf(part, "aside");
    }

    /** Where an older version is on its way to its place. */
    private static Path olderOf(Path part) {
        return siblingOf(part, "older");
    }

    private static Path siblingOf(Path part, String ending) {
        String name = part.getFileName().toString();
        return part.resolveSibling(name.substring(0, name.length() - "part".length()) + ending);
    }

    private static boolean isWhole(Path place, FilingOrder order) throws IOException {
        return holds(place, order.bytes());
    }

    @Override
    public VerifyResult verify(FilingOrder.Own own) {
        Path place = root.resolve(own.place());
        try {
            Optional<Reason> away = connections.findAway(connection, root);
            if (away.isPresent()) {
                return new VerifyResult.Unknown(away.get());
            }
            levels.check(foldersOf(own.place()));
            if (Files.notExists(place, LinkOption.NOFOLLOW_LINKS)) {
                return new VerifyResult.Gone();
            }
            boolean same = Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS) && holds(place, own.content());
            return same ? new VerifyResult.AsFiled() : new VerifyResult.Changed();
        } catch (FolderLevels.UnusableException e) {
            return new VerifyResult.Unknown(e.reason(connection));
        } catch (IOException e) {
            return new VerifyResult.Unknown(trouble(e, 0));
        }
    }

    @Override
    public ListResult list(List<String> folder, int most) {
        try {
            Optional<Reason> away = connections.findAway(connection, root);
            if (away.isPresent()) {
                return new ListResult.Unknown(away.get());
            }
            levels.check(folder);
            Path listed = root.resolve(String.join("/", folder));
            return Files.isDirectory(listed) ? FolderListing.of(listed, most) : new ListResult.NotThere();
        } catch (FolderLevels.UnusableException e) {
            return new ListResult.Unknown(e.reason(connection));
        } catch (IOException e) {
            return new ListResult.Unknown(trouble(e, 0));
        }
    }

    private static boolean holds(Path file, ByteRef content) throws IOException {
        return Files.size(file) == content.size() && ByteStore.hash(file).equals(content.sha256());
    }

    private PlaceResult placeIn(Path part, FilingOrder order, Bytes bytes, Consumer<String> intend) throws IOException {
        putBackWhatIsNotOurs(order, part);
        OlderVersion older = olderVersion(order, part);
        if (order.whenTaken() == WhenTaken.NEW_VERSION || order.keepsReplaced()) {
            older.check();
        }
        Optional<String> olderPlace = older.isUnderWay() ? Optional.of(older.keep()) : Optional.empty();
        Files.deleteIfExists(part);
        fillOrClear(part, order, bytes);
        if (!isWhole(part, order)) {
            Files.delete(part);
            return new PlaceResult.NotNow(Reason.of("destination.mismatch", "connection", connection));
        }
        FolderPermissions.make(part);
        for (int number = 1; number <= MOST_NUMBERS; number++) {
            boolean newVersion = order.whenTaken() == WhenTaken.NEW_VERSION;
            String name =
                    number == 1 || newVersion ? order.name() : order.others().numbered(number);
            if (tryName(name, order, bytes, intend, part)) {
                DurableFiles.syncEntry(part);
                Optional<String> replaced = keepReplaced(order, part);
                olderPlace = replaced.isPresent() ? replaced : olderPlace;
                String answer = "in place and read back, " + order.bytes().size() + " bytes";
                return new PlaceResult.Placed(order.placeOf(name), answer, olderPlace);
            }
            if (newVersion) {
                intend.accept(order.placeOf(name));
                if (!older.take(part.resolveSibling(name))) {
                    break;
                }
                names.free(Objects.requireNonNull(part.getParent()), name);
                olderPlace = Optional.of(older.keep());
            } else if (order.whenTaken() != WhenTaken.NUMBER_IT) {
                break;
            }
        }
        Files.deleteIfExists(part);
        return new PlaceResult.Taken(order.name(), String.join("/", order.folder()));
    }

    private OlderVersion olderVersion(FilingOrder order, Path part) {
        return hiddenOlder(order, olderOf(part));
    }

    private OlderVersion hiddenOlder(FilingOrder order, Path hidden) {
        Filing.Target.Place beside = new Filing.Target.Place(order.folder(), order.name());
        return new OlderVersion(
                levels, links, hidden, number -> order.others().older(number).orElse(beside));
    }

    /** What was replaced goes to where older versions go, where the order says so; gives its place there. */
    private Optional<String> keepReplaced(FilingOrder order, Path part) throws IOException {
        OlderVersion replaced = hiddenOlder(order, asideOf(part));
        return order.keepsReplaced() && replaced.isUnderWay() ? Optional.of(replaced.keep()) : Optional.empty();
    }

    /** Whether the document now has that name; not when the name is taken. */
    private boolean tryName(String name, FilingOrder order, Bytes bytes, Consumer<String> intend, Path part)
            throws IOException {
        Path place = part.resolveSibling(name);
        Path folder = Objects.requireNonNull(part.getParent());
        Optional<FilingOrder.Own> own =
                order.replaces().filter(replaced -> replaced.place().equals(order.placeOf(name)));
        if (own.isPresent() && Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
            intend.accept(order.placeOf(name));
            if (moveAside(place, asideOf(part), own.get().content())) {
                return put(part, place, order, bytes);
            }
            return false;
        }
        if (!names.take(folder, name)) {
            return false;
        }
        if (Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
            return false;
        }
        intend.accept(order.placeOf(name));
        try {
            return put(part, place, order, bytes);
        } catch (IOException e) {
            names.free(folder, name);
            throw e;
        }
    }

    /** Moves something of our own out of its place; what turns out to be changed is put back. True when it was ours. */
    private boolean moveAside(Path place, Path aside, ByteRef content) throws IOException {
        Files.move(place, aside, StandardCopyOption.ATOMIC_MOVE);
        if (holds(aside, content)) {
            return true;
        }
        putBack(aside, place);
        return false;
    }

    private void putBack(Path aside, Path place) throws IOException {
        Path free = place;
        for (int number = 2; !DurableFiles.moveToFreeName(aside, free, links); number++) {
            free = place.resolveSibling(SafeName.numbered(place.getFileName().toString(), number));
        }
    }

    /** An interruption between moving aside and looking may have left something that somebody changed. */
    private void putBackWhatIsNotOurs(FilingOrder order, Path part) throws IOException {
        Path aside = asideOf(part);
        if (order.replaces().isPresent()
                && Files.exists(aside)
                && !holds(aside, order.replaces().get().content())) {
            putBack(aside, root.resolve(order.replaces().get().place()));
        }
    }

    @Override
    public WithdrawResult withdraw(
            String effectId,
            FilingOrder.Own own,
            Optional<IntFunction<Filing.Target.Place>> older,
            Consumer<String> intend) {
        Path place = root.resolve(own.place());
        Path folder = Objects.requireNonNull(place.getParent());
        Path aside = folder.resolve(TemporaryFiles.PREFIX + effectId + ".aside");
        try {
            Optional<Reason> away = connections.findAway(connection, root);
            if (away.isPresent()) {
                return new WithdrawResult.NotNow(away.get());
            }
            levels.check(foldersOf(own.place()));
            if (older.isPresent()) {
                levels.check(older.get().apply(1).folder());
            }
            intend.accept(own.place());
            if (Files.exists(aside)) {
                return clearAside(aside, place, own, older);
            }
            if (!Files.isRegularFile(place, LinkOption.NOFOLLOW_LINKS)) {
                return new WithdrawResult.Gone("was no longer there", Optional.empty());
            }
            if (!holds(place, own.content())) {
                return new WithdrawResult.Changed();
            }
            Files.move(place, aside, StandardCopyOption.ATOMIC_MOVE);
            return clearAside(aside, place, own, older);
        } catch (FolderLevels.UnusableException e) {
            return new WithdrawResult.Changed();
        } catch (IOException e) {
            return new WithdrawResult.NotNow(trouble(e, 0));
        }
    }

    private static List<String> foldersOf(String place) {
        List<String> levels = List.of(place.split("/"));
        return levels.subList(0, levels.size() - 1);
    }

    private WithdrawResult clearAside(
            Path aside, Path place, FilingOrder.Own own, Optional<IntFunction<Filing.Target.Place>> older)
            throws IOException {
        if (!holds(aside, own.content())) {
            putBack(aside, place);
            return new WithdrawResult.Changed();
        }
        Optional<String> kept = Optional.empty();
        if (older.isPresent()) {
            kept = Optional.of(new OlderVersion(levels, links, aside, older.get()).keep());
        } else {
            Files.delete(aside);
        }
        DurableFiles.syncEntry(aside);
        names.free(
                Objects.requireNonNull(place.getParent()), place.getFileName().toString());
        return new WithdrawResult.Gone("withdrawn, " + own.content().size() + " bytes", kept);
    }

    /** Whether the place now has the bytes; not when the name is taken after all. */
    private boolean put(Path part, Path place, FilingOrder order, Bytes bytes) throws IOException {
        if (links) {
            try {
                Files.createLink(place, part);
                return true;
            } catch (FileAlreadyExistsException e) {
                return false;
            } catch (UnsupportedOperationException | FileSystemException noLinksHere) {
                if (!Files.isDirectory(root)) {
                    throw new IOException("the folder disappeared", noLinksHere);
                }
            }
        }
        try {
            FileChannel.open(place, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)
                    .close();
        } catch (FileAlreadyExistsException e) {
            return false;
        }
        Path placing = placingOf(part);
        Files.move(part, placing, StandardCopyOption.ATOMIC_MOVE);
        fill(place, order, bytes, StandardOpenOption.TRUNCATE_EXISTING);
        return true;
    }

    /** What can't be written whole is taken away again: it would only fill the disk, and nobody knows it. */
    private static void fillOrClear(Path part, FilingOrder order, Bytes bytes) throws IOException {
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

    private static void fill(Path file, FilingOrder order, Bytes bytes, StandardOpenOption how) throws IOException {
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
        return Reason.of("destination.trouble", "connection", connection, "problem", ProblemWords.ofDisk(e));
    }
}
