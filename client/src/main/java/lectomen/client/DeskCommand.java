package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** What people decide on the desk: figures, corrections and evidence. Documents are decided on in the console alone, by people. */
@Command(
        name = "desk",
        description = "Show what waits for people, how long decisions take, and what is corrected.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {DeskCommand.Figures.class, DeskCommand.Corrections.class})
final class DeskCommand {
    private DeskCommand() {}

    private static String time(JsonNode seconds) {
        long value = seconds.asLong();
        return value < 120 ? value + " s" : value < 7_200 ? value / 60 + " min" : value / 3_600 + " h";
    }

    @Command(
            name = "figures",
            description = "What waits for whom, and how long decisions took in the last 30 days.",
            footer = {"", "Example: lectomen desk figures --json"})
    static final class Figures extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/desk/figures");
        }

        @Override
        void print(JsonNode answer) {
            if (answer.path("asked").isEmpty() && answer.path("people").isEmpty()) {
                System.out.println("Nobody is asked, and nobody has decided anything in the last 30 days.");
                return;
            }
            Table waiting = new Table("ASKED", "WAITING", "OVERDUE");
            answer.path("asked")
                    .forEach(one -> waiting.row(
                            ResponseWords.text(one.path("name")),
                            ResponseWords.text(one.path("waiting")),
                            ResponseWords.text(one.path("overdue"))));
            waiting.print();
            Table stages = new Table("RULE", "ASKED FOR", "STAGE", "DECIDED", "MEDIAN TIME");
            answer.path("stages")
                    .forEach(one -> stages.row(
                            ResponseWords.text(one.path("rule")),
                            ResponseWords.text(one.path("kind")),
                            ResponseWords.text(one.path("stage")),
                            ResponseWords.text(one.path("decided")),
                            time(one.path("medianSeconds"))));
            stages.print();
            Table people = new Table("PERSON", "DECIDED", "MEDIAN TIME");
            answer.path("people")
                    .forEach(one -> people.row(
                            ResponseWords.text(one.path("name")),
                            ResponseWords.text(one.path("decided")),
                            time(one.path("medianSeconds"))));
            people.print();
        }
    }

    @Command(
            name = "corrections",
            description =
                    "What people entered instead of what was read in documents of a rule, by field and extractor.",
            footer = {"", "Example: lectomen desk corrections berth-inspections"})
    static final class Corrections extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get("/desk/corrections?rule=" + Service.encoded(id()));
        }

        @Override
        void print(JsonNode answer) {
            if (answer.path("counted").isEmpty()) {
                System.out.println("Nothing was corrected in documents of rule " + id() + " in the last 30 days.");
                return;
            }
            Table table = new Table("FIELD", "EXTRACTOR", "CORRECTIONS", "PER 100 REVIEWED");
            answer.path("counted")
                    .forEach(one -> table.row(
                            ResponseWords.text(one.path("field")),
                            ResponseWords.text(one.path("extractor")),
                            ResponseWords.text(one.path("count")),
                            String.format(
                                    Locale.ROOT, "%.1f", one.path("perHundred").asDouble())));
            table.print();
            Table latest = new Table("JOB", "FIELD", "READ", "ENTERED", "BY").shrink(2, 3);
            answer.path("latest")
                    .forEach(one -> latest.row(
                            ResponseWords.text(one.path("job")),
                            ResponseWords.text(one.path("field")),
                            ResponseWords.text(one.path("read")),
                            ResponseWords.text(one.path("entered")),
                            ResponseWords.text(one.path("by"))));
            latest.print();
        }
    }

    @Command(
            name = "evidence",
            description =
                    "Prove what people decided about a document: who, when, in which stage, and what was in front of them.",
            footer = {"", "Examples:", "  lectomen job evidence 1-17", "  lectomen job evidence 1-17 --to evidence.pdf"
            })
    static final class Evidence implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "ID", description = "The id of the job.")
        private String id = "";

        @Option(names = "--to", paramLabel = "FILE", description = "Write a PDF/A file (default: print).")
        private Optional<Path> file = Optional.empty();

        @Override
        public Integer call() throws IOException {
            String path = "/jobs/" + Service.encoded(id) + "/evidence";
            Service service = connection.service();
            if (file.isPresent()) {
                Files.write(file.get(), service.getBytes(path + "/file"));
                System.out.println("Written to " + file.get() + ".");
                return 0;
            }
            JsonNode evidence = service.get(path);
            if (connection.json()) {
                return Connection.printJson(evidence);
            }
            print(evidence);
            return 0;
        }

        private static void print(JsonNode evidence) {
            System.out.println(ResponseWords.text(evidence.path("fileName")) + ", rule "
                    + ResponseWords.text(evidence.path("rule")) + ", version "
                    + ResponseWords.text(evidence.path("ruleVersion")));
            System.out.println("SHA-256 " + ResponseWords.text(evidence.path("document")));
            if (evidence.path("decisions").isEmpty()) {
                System.out.println("Nobody was asked about it.");
                return;
            }
            Table table = new Table("WHEN", "STAGE", "DECISION", "BY", "REASON");
            for (JsonNode one : evidence.path("decisions")) {
                String by = ResponseWords.text(one.path("by"));
                String kind = ResponseWords.text(one.path("kind"));
                String stage = ResponseWords.text(one.path("stage")) + " " + ResponseWords.text(one.path("stageName"));
                table.row(
                        ResponseWords.time(one.path("at")),
                        kind.equals("review") ? kind : stage.strip(),
                        ResponseWords.text(one.path("verdict")),
                        by.isEmpty() ? "the rule" : by,
                        ResponseWords.text(one.path("reason")));
            }
            table.print();
            for (JsonNode one : evidence.path("corrections")) {
                System.out.println("Corrected: " + ResponseWords.text(one.path("field")) + ", read \""
                        + ResponseWords.text(one.path("read")) + "\", entered \""
                        + ResponseWords.text(one.path("entered")) + "\" by " + ResponseWords.text(one.path("by")));
            }
            System.out.println("Ledger entry " + ResponseWords.text(evidence.path("ledgerEntry")) + ", hash "
                    + ResponseWords.text(evidence.path("ledgerHash")));
        }
    }
}
