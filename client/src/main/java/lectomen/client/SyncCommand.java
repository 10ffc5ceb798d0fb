package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/**
 * A rulebook as a folder of files, for version control and for moving it from a service where it was tried to one where it acts.
 * Rules and shared parts are YAML files, lookups CSV files named as they are. Parameters stay what each site says, and secrets
 * are in none of it.
 */
final class SyncCommand {
    private static final Pattern NAMED = Pattern.compile("(?m)^(rule|part):\\s*['\"]?([a-z][a-z0-9-]*)");

    private SyncCommand() {}

    @Command(
            name = "export",
            description = "Write all rules, shared parts and lookups into a folder, each as a file of its own.",
            footer = {"", "Example: lectomen rule export rulebook && git -C rulebook add --all"})
    static final class Export implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "DIR", description = "The folder; made where it is not there.")
        private Path folder = Path.of("");

        @Override
        public Integer call() throws IOException {
            Service service = connection.service();
            Files.createDirectories(folder);
            int written = 0;
            for (JsonNode rule : service.get("/rules").path("rules")) {
                if (!rule.path("state").asString().equals("retired")) {
                    String id = rule.path("id").asString();
                    String text = service.get("/rules/" + Service.encoded(id))
                            .path("text")
                            .asString();
                    Files.writeString(folder.resolve(id + ".yaml"), text);
                    written++;
                }
            }
            for (JsonNode part : service.get("/parts").path("parts")) {
                Files.writeString(
                        folder.resolve(part.path("name").asString() + ".part.yaml"),
                        part.path("text").asString());
                written++;
            }
            for (JsonNode lookup : service.get("/lookups").path("lookups")) {
                String name = lookup.path("name").asString();
                Files.writeString(folder.resolve(name + ".csv"), service.getText("/lookups/" + Service.encoded(name)));
                written++;
            }
            System.out.println(written + " files are in " + folder + ".");
            return 0;
        }
    }

    @Command(
            name = "sync",
            description =
                    "Bring rules, shared parts and lookups of a folder into the service: what is new or changed there. "
                            + "Rules become drafts; nothing is taken away.",
            footer = {"", "Example: lectomen rule sync rulebook --dry"})
    static final class Sync implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "DIR", description = "The folder, as rule export writes it.")
        private Path folder = Path.of("");

        @Option(names = "--dry", description = "Show what would change, and change nothing.")
        private boolean dry;

        @Option(names = "--live", description = "Put changed rules live that are live now.")
        private boolean live;

        @Option(names = "--reason", paramLabel = "WORDS", description = "Why, for whoever reads the versions later.")
        private String reason = "";

        private Service service = new Service("", "");
        private int changed;

        @Override
        public Integer call() throws IOException {
            service = connection.service();
            if (!Files.isDirectory(folder)) {
                throw new NoService("there is no folder " + folder);
            }
            List<Path> rules = new ArrayList<>();
            List<Path> parts = new ArrayList<>();
            for (Path file : files(".yaml")) {
                Matcher named = NAMED.matcher(Files.readString(file));
                if (!named.find()) {
                    throw new NoService(file + " names neither a rule nor a part");
                }
                (named.group(1).equals("part") ? parts : rules).add(file);
            }
            for (Path file : files(".csv")) {
                lookup(file);
            }
            for (Path file : parts) {
                part(file);
            }
            for (Path file : rules) {
                rule(file);
            }
            System.out.println(
                    changed == 0
                            ? "All is as in " + folder + "."
                            : changed + (dry ? " would change. Nothing was changed." : " changed."));
            return 0;
        }

        private List<Path> files(String ending) throws IOException {
            try (Stream<Path> all = Files.list(folder)) {
                return all.filter(file -> file.getFileName().toString().endsWith(ending))
                        .sorted()
                        .toList();
            }
        }

        private void lookup(Path file) throws IOException {
            String name = file.getFileName().toString().replaceFirst("\\.csv$", "");
            String path = "/lookups/" + Service.encoded(name);
            String text = Files.readString(file);
            boolean known = contains(service.get("/lookups").path("lookups"), name);
            if (known && service.getText(path).equals(text)) {
                return;
            }
            say("lookup " + name, known);
            if (!dry) {
                service.putText(path, text);
            }
        }

        private static boolean contains(JsonNode list, String name) {
            for (JsonNode one : list) {
                if (one.path("name").asString().equals(name)) {
                    return true;
                }
            }
            return false;
        }

        private void part(Path file) throws IOException {
            String text = Files.readString(file);
            JsonNode compared = service.postText("/parts/compare", text);
            if (!tell("part ", compared) || dry) {
                return;
            }
            service.postText("/parts?live=" + live + "&reason=" + Service.encoded(reason), text);
        }

        private void rule(Path file) throws IOException {
            String text = Files.readString(file);
            JsonNode compared = service.postText("/rules/compare", text);
            if (!tell("rule ", compared) || dry) {
                return;
            }
            JsonNode rule = service.postText("/rules?reason=" + Service.encoded(reason), text);
            String id = rule.path("id").asString();
            if (live && rule.path("state").asString().equals("live")) {
                service.post("/rules/" + Service.encoded(id) + "/live");
                System.out.println("  is live");
            }
        }

        /** Whether there is anything to do. */
        private boolean tell(String kind, JsonNode compared) {
            boolean known = compared.path("known").asBoolean();
            if (known && compared.path("lines").isEmpty()) {
                return false;
            }
            say(kind + Words.text(compared.path("name")), known);
            if (known) {
                compared.path("lines").forEach(RuleHistoryCommand::printLine);
            }
            return true;
        }

        private void say(String what, boolean known) {
            changed++;
            System.out.println(
                    what + (known ? (dry ? ": would change" : ": changed") : (dry ? ": would be new" : ": new")));
        }
    }
}
