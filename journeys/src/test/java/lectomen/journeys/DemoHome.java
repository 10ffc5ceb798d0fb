package lectomen.journeys;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A home on which the demo has run, once for all journeys: its documents take minutes to read on a busy machine. */
final class DemoHome {
    private static @Nullable DemoHome shared;

    private final Answer answer;
    private final Path home;
    private @Nullable ServiceInTest service;

    private DemoHome(Answer answer, Path home) {
        this.answer = answer;
        this.home = home;
    }

    static synchronized DemoHome get() throws Exception {
        DemoHome known = shared;
        if (known == null) {
            Path home = Files.createTempDirectory("demo-journey").resolve("home");
            known = new DemoHome(Launcher.run("demo", "--once", "--json", "--home", home.toString()), home);
            copyTree(home, untouched(home));
            shared = known;
        }
        return known;
    }

    /** What the demo printed. */
    Answer answer() {
        return answer;
    }

    Path archive() {
        return home.resolve("harbour-archive");
    }

    /** A copy of the home as the demo left it, for a service of its own. */
    Path copy() throws IOException {
        Path copy = Files.createTempDirectory("demo-copy").resolve("home");
        copyTree(untouched(home), copy);
        return copy;
    }

    private static Path untouched(Path home) {
        return home.resolveSibling("untouched");
    }

    private static void copyTree(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : (Iterable<Path>) files::iterator) {
                Files.copy(file, to.resolve(from.relativize(file).toString()), StandardCopyOption.COPY_ATTRIBUTES);
            }
        }
    }

    /** A service that goes on with the demo's home. It ends with the tests. */
    synchronized ServiceInTest service() throws Exception {
        ServiceInTest known = service;
        if (known == null) {
            if (answer.exitCode() != 0) {
                throw new IOException("The demo did not end well: " + answer.err() + answer.out());
            }
            known = ServiceInTest.startAt(home, Duration.ZERO);
            service = known;
        }
        return known;
    }
}
