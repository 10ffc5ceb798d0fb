package lectomen.standins.printer;

import java.io.IOException;
import java.nio.file.Path;
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

    @Override
    public Integer call() throws IOException {
        Optional<PrinterMood> chosen = PrinterMood.findByWord(mood);
        if (chosen.isEmpty()) {
            System.err.println("lectomen: --mood must be one of " + String.join(", ", PrinterMood.words()) + ", not \""
                    + mood + "\"");
            return 2;
        }
        PrinterStandIn standIn = PrinterStandIn.start(port, folder, job -> System.out.println(job.words()));
        standIn.setMood(chosen.get());
        System.out.println("Printer at " + standIn.uri() + ". What it prints is kept in " + folder.toAbsolutePath()
                + ".\nCtrl-C to stop.");
        return 0;
    }
}
