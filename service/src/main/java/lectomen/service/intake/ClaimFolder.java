package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import lectomen.engine.naming.SafeName;
import lectomen.service.bytes.DurableFiles;
import org.jspecify.annotations.Nullable;

/**
 * The hidden folder inside a hot folder that holds claimed files until they are stored. Each claim has a folder of its own there,
 * named after it; below that, files have the path that they had in the hot folder.
 */
final class ClaimFolder {
    private static final String NAME = ".lectomen";

    private final Path hotFolder;
    private final Path folder;

    /** @param store the id of the store, since several services may share a folder in turn */
    ClaimFolder(Path hotFolder, String store) {
        this.hotFolder = hotFolder;
        this.folder = hotFolder.resolve(NAME).resolve(store);
    }

    Path of(String claim) {
        return folder.resolve(claim);
    }

    boolean exists() {
        return Files.isDirectory(folder);
    }

    /** Where it is without links on the way, as the system names what programs have open. */
    Path realFolder() throws IOException {
        return folder.toRealPath();
    }

    /** The same of a file in it. */
    Path real(Path file) throws IOException {
        return realFolder().resolve(folder.relativize(file));
    }

    /** Level by level, so that a hot folder which went away, such as a share, is not made again by the way. */
    void make() throws IOException {
        if (Files.notExists(folder)) {
            Path above = hotFolder.resolve(NAME);
            if (Files.notExists(above)) {
                Files.createDirectory(above);
            }
            Files.createDirectory(folder);
            DurableFiles.syncFolder(above);
        }
    }

    /** Moves a file or a folder of the hot folder to the claim; gives where it is now. */
    Path moveIn(String claim, Path file) throws IOException {
        Path own = of(claim);
        if (Files.notExists(own)) {
            Files.createDirectory(own);
        }
        Path target = own;
        for (Path level : hotFolder.relativize(file)) {
            if (Files.notExists(target)) {
                Files.createDirectory(target);
            }
            target = target.resolve(level);
        }
        Files.move(file, target, StandardCopyOption.ATOMIC_MOVE);
        for (Path level = target.getParent(); level != null && level.startsWith(own); level = level.getParent()) {
            DurableFiles.syncFolder(level);
        }
        return target;
    }

    /** Waits until what was moved in and out is on the disk. */
    void sync() throws IOException {
        DurableFiles.syncFolder(folder);
        DurableFiles.syncFolder(hotFolder);
    }

    /** All files of a claim, in the order of their paths; links and other things that are no files are left out. */
    List<Path> filesOf(String claim) throws IOException {
        List<Path> files = new ArrayList<>();
        if (Files.exists(of(claim))) {
            Files.walkFileTree(of(claim), new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    if (attributes.isRegularFile()) {
                        files.add(file);
                    }
                    return FileVisitResult.CONTINUE;
                }
            });
        }
        Collections.sort(files);
        return files;
    }

    /** The path of a claimed file as it was in the hot folder. */
    Path relative(String claim, Path file) {
        return of(claim).relativize(file);
    }

    /** All claims that have a folder here. */
    List<String> claims() throws IOException {
        List<String> claims = new ArrayList<>();
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(folder)) {
            folders.forEach(own -> claims.add(own.getFileName().toString()));
        } catch (NoSuchFileException none) {
            return List.of();
        }
        return claims;
    }

    /** Puts a file back where it came from, beside another of its name if there is one by now. */
    void giveBack(String claim, Path file) throws IOException {
        Path wanted = hotFolder.resolve(relative(claim, file));
        Path parent = Objects.requireNonNull(wanted.getParent());
        Files.createDirectories(parent);
        String name = wanted.getFileName().toString();
        for (int number = 1; ; number++) {
            Path target = number == 1 ? wanted : parent.resolve(SafeName.numbered(name, number));
            if (DurableFiles.moveToFreeName(file, target, true)) {
                return;
            }
        }
    }

    /** Puts everything of a claim back; a dropped folder that nothing took the place of goes back as it is. */
    void giveBackAll(String claim) throws IOException {
        try (DirectoryStream<Path> inside = Files.newDirectoryStream(of(claim))) {
            for (Path one : inside) {
                Path wanted = hotFolder.resolve(one.getFileName());
                boolean wholeFolder = Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS) && Files.notExists(wanted);
                if (wholeFolder) {
                    Files.move(one, wanted, StandardCopyOption.ATOMIC_MOVE);
                }
            }
        } catch (NoSuchFileException nothing) {
            return;
        }
        for (Path file : filesOf(claim)) {
            giveBack(claim, file);
        }
        DurableFiles.syncFolder(hotFolder);
        removeFolders(claim);
    }

    /** Removes what folders of a claim are empty by now. */
    void removeFolders(String claim) throws IOException {
        if (Files.notExists(of(claim))) {
            return;
        }
        Files.walkFileTree(of(claim), new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult postVisitDirectory(Path own, @Nullable IOException e) throws IOException {
                try (DirectoryStream<Path> inside = Files.newDirectoryStream(own)) {
                    if (!inside.iterator().hasNext()) {
                        Files.delete(own);
                    }
                }
                return FileVisitResult.CONTINUE;
            }
        });
    }
}
