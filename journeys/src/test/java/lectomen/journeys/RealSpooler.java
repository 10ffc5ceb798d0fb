package lectomen.journeys;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;

/** The print spooler of Debian's package cups-daemon, with a root of its own. A command of ours counts what it prints. */
final class RealSpooler implements AutoCloseable {
    private static final String SETTINGS = """
            Listen localhost:%d
            WebInterface No
            Browsing No
            DefaultAuthType None
            <Location />
              Order allow,deny
              Allow all
            </Location>
            <Policy default>
              JobPrivateAccess all
              JobPrivateValues none
              <Limit All>
                Order deny,allow
                Allow all
              </Limit>
            </Policy>
            """;

    private static final String FILES = """
            ServerRoot %1$s
            ServerBin %1$s/bin
            CacheDir %1$s/cache
            StateDir %1$s/state
            RequestRoot %1$s/spool
            TempDir %1$s/tmp
            AccessLog %1$s/access
            ErrorLog %1$s/error
            PageLog %1$s/page
            SystemGroup root
            """;

    private static final String PRINTER = """
            <Printer plotter>
            DeviceURI count:/plotter
            State Idle
            Accepting Yes
            Shared No
            ErrorPolicy retry-job
            </Printer>
            """;

    /** A line for each document: where its bytes are, its copies, its name as we gave it. */
    private static final String COMMAND = """
            #!/bin/sh
            [ $# = 0 ] && exit 0
            kept=$(mktemp %1$s/printed/kept-XXXXXX)
            cat "${6:--}" > "$kept"
            echo "$kept|$4|$3" >> %1$s/printed/list
            """;

    private final Path folder;
    private final int port;
    private final Process process;

    private RealSpooler(Path folder, int port, Process process) {
        this.folder = folder;
        this.port = port;
        this.process = process;
    }

    static RealSpooler start(Path folder) throws Exception {
        for (String part : List.of("cache", "state", "spool", "tmp", "bin/backend", "bin/filter", "printed")) {
            Files.createDirectories(folder.resolve(part));
        }
        for (String part : List.of("daemon", "notifier")) {
            Files.createSymbolicLink(folder.resolve("bin").resolve(part), Path.of("/usr/lib/cups", part));
        }
        Path command = Files.writeString(folder.resolve("bin/backend/count"), COMMAND.formatted(folder));
        Files.setPosixFilePermissions(command, PosixFilePermissions.fromString("rwxr-xr-x"));
        // The command runs as another user.
        for (Path above = folder;
                !above.equals(Path.of("/tmp")) && above.getNameCount() > 1;
                above = above.getParent()) {
            Files.setPosixFilePermissions(above, PosixFilePermissions.fromString("rwxr-xr-x"));
        }
        Files.setPosixFilePermissions(folder.resolve("printed"), PosixFilePermissions.fromString("rwxrwxrwx"));
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        Path settings = Files.writeString(folder.resolve("cupsd.conf"), SETTINGS.formatted(port));
        Path files = Files.writeString(folder.resolve("cups-files.conf"), FILES.formatted(folder));
        Files.writeString(folder.resolve("printers.conf"), PRINTER);
        Process process = new ProcessBuilder("/usr/sbin/cupsd", "-f", "-c", settings.toString(), "-s", files.toString())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        RealSpooler spooler = new RealSpooler(folder, port, process);
        RunningService.await(
                "the spooler answers", RunningService.LONGEST_WAIT, () -> RealPrinter.answers(spooler.uri()));
        return spooler;
    }

    String uri() {
        return "ipp://localhost:" + port + "/printers/plotter";
    }

    List<RealPrinter.Printed> printed() throws IOException {
        Path list = folder.resolve("printed").resolve("list");
        return Files.exists(list) ? RealPrinter.read(list) : List.of();
    }

    @Override
    public void close() {
        process.destroyForcibly();
    }
}
