package lectomen.standins.printer;

import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code standin printer}. */
@Command(
        name = "printer",
        description = "Stand in for a printer: it speaks IPP, keeps what it prints as files, and shows the tickets.",
        mixinStandardHelpOptions = true,
        footer = {"", "It stays up until Ctrl-C."})
public final class PrinterCommand implements Callable<Integer> {
    @Option(names = "--port", paramLabel = "N", description = "The port (default: ${DEFAULT-VALUE}; 0: any free one).")
    private int port = 9631;

    @Option(names = "--keep", paramLabel = "DIR", description = "Where to keep the files (default: ${DEFAULT-VALUE}).")
    private Path folder = Path.of("printed");

    @Option(
            names = "--mood",
            paramLabel = "MOOD",
            description = "How it behaves: good, slow, paper-out, refusing or crashing (default: ${DEFAULT-VALUE}).")
    private String mood = "good";

    @Option(
            names = "--takes",
            paramLabel = "TYPE",
            split = ",",
            description = "The media types that it takes, such as image/pwg-raster (default: ${DEFAULT-VALUE}).")
    private List<String> formats = Abilities.FORMATS;

    @Option(
            names = "--announce",
            paramLabel = "NAME",
            description = "Announce it in the network under this name, by DNS-SD.")
    private String announced = "";

    @Override
    public Integer call() throws IOException {
        Optional<PrinterMood> chosen = PrinterMood.findByWord(mood);
        if (chosen.isEmpty()) {
            System.err.println("lectomen: --mood must be one of " + String.join(", ", PrinterMood.words()) + ", not \""
                    + mood + "\"");
            return 2;
        }
        if (!Abilities.FORMATS.containsAll(formats)) {
            System.err.println("lectomen: --takes must be of " + String.join(", ", Abilities.FORMATS) + ", not "
                    + String.join(", ", formats));
            return 2;
        }
        PrinterStandIn standIn = PrinterStandIn.start(port, folder, job -> System.out.println(job.words()));
        standIn.setMood(chosen.get());
        standIn.setFormats(formats);
        if (!announced.isEmpty()) {
            System.setProperty("slf4j.internal.verbosity", "ERROR"); // nothing of the library is logged here
            PrinterAnnouncement.of(standIn, announced, InetAddress.getLocalHost());
        }
        System.out.println("Printer at " + standIn.uri() + ". What it prints is kept in " + folder.toAbsolutePath()
                + ".\nCtrl-C to stop.");
        return 0;
    }
}
