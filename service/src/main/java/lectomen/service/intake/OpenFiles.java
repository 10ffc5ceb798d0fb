package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Which files are open for writing in programs of this machine, as far as the system shows it. What another machine has open
 * on a share does not show.
 */
final class OpenFiles {
    private static final int ACCESS_MODE = 3; // the bits of the flags that tell how a file is open
    private static final Path PROCESSES = Path.of("/proc");

    private final String own = Long.toString(ProcessHandle.current().pid());

    /** The wanted ones among the files that other programs have open to write to. */
    Set<Path> beingWritten(Predicate<Path> wanted) {
        Set<Path> found = new HashSet<>();
        try (DirectoryStream<Path> processes = Files.newDirectoryStream(PROCESSES, "[0-9]*")) {
            for (Path process : processes) {
                if (!process.getFileName().toString().equals(own)) {
                    addOf(process, wanted, found);
                }
            }
        } catch (IOException e) {
            return found; // this system does not tell
        }
        return found;
    }

    private static void addOf(Path process, Predicate<Path> wanted, Set<Path> found) {
        try (DirectoryStream<Path> handles = Files.newDirectoryStream(process.resolve("fd"))) {
            for (Path handle : handles) {
                addWritten(process, handle, wanted, found);
            }
        } catch (IOException e) {
            // it has ended, or belongs to somebody else
        }
    }

    private static void addWritten(Path process, Path handle, Predicate<Path> wanted, Set<Path> found) {
        try {
            Path file = Files.readSymbolicLink(handle);
            if (file.isAbsolute() && wanted.test(file) && isToWrite(process, handle)) {
                found.add(file);
            }
        } catch (IOException e) {
            // it was closed meanwhile
        }
    }

    private static boolean isToWrite(Path process, Path handle) throws IOException {
        for (String line : Files.readAllLines(process.resolve("fdinfo").resolve(handle.getFileName()))) {
            if (line.startsWith("flags:")) {
                return (Integer.parseInt(line.substring("flags:".length()).strip(), 8) & ACCESS_MODE) != 0;
            }
        }
        return false;
    }
}
