package lectomen.client;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code report}. */
@Command(
        name = "report",
        description = "Show what came in during a day or a week, and what became of it.",
        footer = {
            "",
            "Examples:",
            "  lectomen report",
            "  lectomen report --week --date 2027-03-01 --as pdf --to report.pdf"
        })
final class ReportCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Option(names = "--week", description = "Report on a week, from Monday on, instead of a day.")
    private boolean week;

    @Option(
            names = "--date",
            paramLabel = "DAY",
            description = "A day of the period, such as 2027-03-01 (default: the last one that is over).")
    private Optional<String> date = Optional.empty();

    @Option(names = "--as", paramLabel = "FORMAT", description = "text, csv or pdf (default: text).")
    private String format = "text";

    @Option(names = "--to", paramLabel = "FILE", description = "Write to a file (default: print).")
    private Optional<Path> file = Optional.empty();

    @Override
    public Integer call() throws IOException {
        String query = "?period=" + (week ? "week" : "day")
                + date.map(day -> "&date=" + Service.encoded(day)).orElse("");
        Service service = connection.service();
        if (connection.json()) {
            return Connection.printJson(service.get("/report" + query));
        }
        if (format.equals("pdf") && file.isEmpty()) {
            System.err.println("lectomen: a PDF can't be printed here. Name a file: --to report.pdf");
            return 2;
        }
        byte[] report = service.getBytes("/report/file" + query + "&format=" + Service.encoded(format));
        if (file.isPresent()) {
            Files.write(file.get(), report);
            System.out.println("Written to " + file.get() + ".");
        } else {
            System.out.print(new String(report, StandardCharsets.UTF_8));
        }
        return 0;
    }
}
