package lectomen.journeys;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;

/** The IPP printer of Debian's package cups-ipp-utils, with a private bus that it needs. A command of ours counts what it prints. */
final class RealPrinter implements AutoCloseable {
    private static final String BUS = """
            <!DOCTYPE busconfig PUBLIC "-//freedesktop//DTD D-Bus Bus Configuration 1.0//EN"
             "http://www.freedesktop.org/standards/dbus/1.0/busconfig.dtd">
            <busconfig>
              <type>system</type>
              <listen>unix:path=%s</listen>
              <auth>EXTERNAL</auth>
              <policy context="default">
                <allow send_destination="*" eavesdrop="true"/>
                <allow eavesdrop="true"/>
                <allow own="*"/>
                <allow user="*"/>
              </policy>
            </busconfig>
            """;

    /** A line for each document: its name as we gave it, its copies, and where its bytes are. */
    private static final String COMMAND = """
            #!/bin/sh
            kept=$(mktemp %1$s/kept-XXXXXX)
            cp "$1" "$kept"
            echo "$kept|${IPP_COPIES:-1}|$IPP_JOB_NAME" >> %1$s/printed
            """;

    /** A document as it was printed. */
    record Printed(Path bytes, int copies, String name) {}

    private final Path folder;
    private final int port;
    private final List<Process> processes = new ArrayList<>();

    private RealPrinter(Path folder, int port) {
        this.folder = folder;
        this.port = port;
    }

    /** @param formats media types that it takes, joined by commas */
    static RealPrinter start(Path folder, String formats) throws Exception {
        Files.createDirectories(folder.resolve("spool"));
        Files.createFile(folder.resolve("printed"));
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        RealPrinter printer = new RealPrinter(folder, port);
        Path socket = folder.resolve("bus");
        Path settings = Files.writeString(folder.resolve("bus.conf"), BUS.formatted(socket));
        printer.run(List.of("dbus-daemon", "--config-file=" + settings, "--nofork"), socket);
        RunningService.await("the bus is there", RunningService.LONGEST_WAIT, () -> Files.exists(socket));
        Path command = Files.writeString(folder.resolve("print"), COMMAND.formatted(folder));
        Files.setPosixFilePermissions(command, PosixFilePermissions.fromString("rwxr-xr-x"));
        printer.startPrinter(formats);
        return printer;
    }

    /** Starts it; it knows nothing of jobs from before. */
    private void startPrinter(String formats) throws Exception {
        run(
                List.of(
                        "/usr/sbin/ippeveprinter",
                        "-r",
                        "off",
                        "-2",
                        "-n",
                        "localhost",
                        "-p",
                        Integer.toString(port),
                        "-d",
                        folder.resolve("spool").toString(),
                        "-k",
                        "-c",
                        folder.resolve("print").toString(),
                        "-f",
                        formats,
                        "plotter"),
                folder.resolve("bus"));
        RunningService.await("the printer answers", RunningService.LONGEST_WAIT, () -> answers(uri()));
    }

    /** Whether anything that speaks IPP answers at the address. */
    static boolean answers(String uri) {
        try {
            return new ProcessBuilder("ipptool", "-q", uri, "get-jobs.test")
                            .start()
                            .waitFor()
                    == 0;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private void run(List<String> command, Path socket) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(
                        ProcessBuilder.Redirect.appendTo(folder.resolve("log").toFile()));
        builder.environment().put("DBUS_SYSTEM_BUS_ADDRESS", "unix:path=" + socket);
        processes.add(builder.start());
    }

    String uri() {
        return "ipp://localhost:" + port + "/ipp/print";
    }

    List<Printed> printed() throws IOException {
        return read(folder.resolve("printed"));
    }

    static List<Printed> read(Path list) throws IOException {
        return Files.readAllLines(list).stream()
                .map(line -> line.split("\\|", 3))
                .map(parts -> new Printed(Path.of(parts[0]), Integer.parseInt(parts[1]), parts[2]))
                .toList();
    }

    @Override
    public void close() {
        processes.forEach(Process::destroyForcibly);
    }
}
