package lectomen.client;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/**
 * Exports and imports a rulebook, or some of its rules, as files: for version control, and to move it from a test service to a
 * production service. Parameters and connections stay what each site says, and secrets are in none of it.
 */
final class SyncCommand {
    private SyncCommand() {}

    private static boolean names(JsonNode list, String name) {
        for (JsonNode one : list) {
            if (one.asString().equals(name)) {
                return true;
            }
        }
        return false;
    }

    @Command(
            name = "export",
            description = {
                "Export rules with their samples, shared parts and lookups to a folder or a ZIP file.",
                "Parameter values and secrets are not exported."
            },
            footer = {
                "",
                "Examples:",
                "  lectomen rule export rulebook && git -C rulebook add --all",
                "  lectomen rule export permits.zip --rule mooring-permits"
            })
    static final class Export implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "DIR|FILE.zip", description = "The target folder or ZIP file; created if needed.")
        private Path place = Path.of("");

        @Option(names = "--rule", paramLabel = "ID", description = "Only this rule and what it uses; can be repeated.")
        private List<String> only = List.of();

        @Override
        public Integer call() throws IOException {
            Service service = connection.service();
            Set<String> rules = new TreeSet<>();
            for (JsonNode rule : service.get("/rules").path("rules")) {
                String id = ResponseWords.text(rule.path("id"));
                if (only.isEmpty() ? !ResponseWords.text(rule.path("state")).equals("retired") : only.contains(id)) {
                    rules.add(id);
                }
            }
            for (String id : only) {
                if (!rules.contains(id)) {
                    throw new RequestRefused("Unknown rule " + id + ".");
                }
            }
            int written = 0;
            try (RulebookFiles files = RulebookFiles.make(place)) {
                for (String id : rules) {
                    written += write(service, files, id);
                }
                for (JsonNode part : service.get("/parts").path("parts")) {
                    if (isWanted(part, rules)) {
                        Files.writeString(
                                files.part(ResponseWords.text(part.path("name"))),
                                part.path("text").asString());
                        written++;
                    }
                }
                for (JsonNode lookup : service.get("/lookups").path("lookups")) {
                    if (isWanted(lookup, rules)) {
                        String name = ResponseWords.text(lookup.path("name"));
                        Files.writeString(files.lookup(name), service.getText("/lookups/" + Service.encoded(name)));
                        written++;
                    }
                }
            }
            System.out.println(written + " files are in " + place + ".");
            return 0;
        }

        private boolean isWanted(JsonNode used, Set<String> rules) {
            return only.isEmpty() || rules.stream().anyMatch(rule -> names(used.path("usedBy"), rule));
        }

        private static int write(Service service, RulebookFiles files, String id) throws IOException {
            String path = "/rules/" + Service.encoded(id);
            Files.writeString(files.rule(id), service.get(path).path("text").asString());
            int written = 1;
            for (JsonNode sample : service.get(path + "/samples").path("samples")) {
                String name = sample.path("name").asString();
                Path file = files.sample(id, name);
                Files.write(file, service.getBytes(path + "/samples/" + Service.encoded(name)));
                Files.writeString(
                        RulebookFiles.expected(file), sample.path("expected").toPrettyString() + "\n");
                written++;
            }
            return written;
        }
    }

    @Command(
            name = "sync",
            description = {
                "Import new and changed rules, samples, shared parts and lookups from a folder or ZIP file" + " there.",
                "Each change is shown, and each rule is tested on its samples. Rules become drafts; nothing is deleted."
            },
            footer = {"", "Example: lectomen rule sync rulebook --dry-run"})
    static final class Sync implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "DIR|FILE.zip", description = "A folder or ZIP file written by rule export.")
        private Path place = Path.of("");

        @Option(names = "--dry-run", description = "Show the changes without making them.")
        private boolean dry;

        @Option(names = "--live", description = "Put changed rules live if they are live now.")
        private boolean live;

        @Option(names = "--reason", paramLabel = "WORDS", description = "The reason for the change.")
        private String reason = "";

        private Service service = new Service("", "");
        private int changed;
        private int different;

        @Override
        public Integer call() throws IOException {
            service = connection.service();
            try (RulebookFiles files = RulebookFiles.open(place)) {
                List<RulebookFiles.Written> rules = files.rules();
                List<RulebookFiles.Written> changing = new ArrayList<>();
                for (RulebookFiles.Written rule : rules) {
                    if (tell("rule ", service.postText("/rules/compare", rule.text()))) {
                        changing.add(rule);
                        needs(rule);
                    }
                    tryOut(files, rule, changing.contains(rule));
                }
                for (Path file : files.lookups()) {
                    lookup(file);
                }
                for (RulebookFiles.Written part : files.parts()) {
                    part(part);
                }
                for (RulebookFiles.Written rule : changing) {
                    rule(rule);
                }
                for (RulebookFiles.Written rule : rules) {
                    samples(files, rule);
                }
            }
            System.out.println(
                    changed == 0
                            ? "No differences from " + place + "."
                            : changed + (dry ? " would change. Nothing was changed." : " changed."));
            return different == 0 ? 0 : 1;
        }

        /**
         * What this site lacks for the rule, such as a parameter or a connection; parts and lookups that come along are not
         * there yet.
         */
        private void needs(RulebookFiles.Written rule) {
            for (JsonNode problem :
                    service.postText("/rules/check", rule.text()).path("problems")) {
                System.out.println("  as things stand, line "
                        + problem.path("line").asInt() + ": " + ResponseWords.text(problem.path("words")));
            }
        }

        /** What the rule makes of its samples as they come. */
        private void tryOut(RulebookFiles files, RulebookFiles.Written rule, boolean changes) throws IOException {
            SampleTrial trial = new SampleTrial(service, files);
            for (Path sample : files.samples(rule.name())) {
                List<String> differences = trial.differences(rule, sample);
                different += differences.isEmpty() ? 0 : 1;
                if (changes || !differences.isEmpty()) {
                    System.out.println("  sample " + sample.getFileName()
                            + (differences.isEmpty() ? ": as expected" : ": different"));
                    differences.forEach(difference -> System.out.println("    " + difference));
                }
            }
        }

        private void lookup(Path file) throws IOException {
            String name = RulebookFiles.lookupName(file);
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
            return contains(list, "name", name);
        }

        private static boolean contains(JsonNode list, String key, String value) {
            for (JsonNode one : list) {
                if (one.path(key).asString().equals(value)) {
                    return true;
                }
            }
            return false;
        }

        private void part(RulebookFiles.Written part) {
            if (tell("part ", service.postText("/parts/compare", part.text())) && !dry) {
                service.postText("/parts?live=" + live + "&reason=" + Service.encoded(reason), part.text());
            }
        }

        private void rule(RulebookFiles.Written written) {
            if (dry) {
                return;
            }
            JsonNode rule = service.postText("/rules?reason=" + Service.encoded(reason), written.text());
            String id = rule.path("id").asString();
            if (live && rule.path("state").asString().equals("live")) {
                service.post("/rules/" + Service.encoded(id) + "/live");
                System.out.println("  is live");
            }
        }

        private void samples(RulebookFiles files, RulebookFiles.Written rule) throws IOException {
            List<Path> samples = files.samples(rule.name());
            String path = "/rules/" + Service.encoded(rule.name());
            boolean known = contains(service.get("/rules").path("rules"), "id", rule.name());
            JsonNode there = samples.isEmpty() || !known
                    ? null
                    : service.get(path + "/samples").path("samples");
            for (Path sample : samples) {
                String name = sample.getFileName().toString();
                String sum = sha256(Files.readAllBytes(sample));
                Path expected = RulebookFiles.expected(sample);
                if (there != null && isSame(there, name, sum, expected)) {
                    continue;
                }
                say("sample " + rule.name() + "/" + name, there != null && contains(there, name));
                if (!dry) {
                    List<Service.Part> form = new ArrayList<>();
                    form.add(new Service.Part("file", name, sample));
                    if (Files.exists(expected)) {
                        form.add(new Service.Part("expected", "expected.json", expected));
                    }
                    service.postForm(path + "/samples", form);
                }
            }
        }

        private static boolean isSame(JsonNode there, String name, String sum, Path expected) throws IOException {
            for (JsonNode one : there) {
                if (one.path("name").asString().equals(name)) {
                    boolean same = one.path("sha256").asString().equals(sum);
                    return same
                            && (Files.notExists(expected)
                                    || Files.readString(expected)
                                            .strip()
                                            .equals(one.path("expected")
                                                    .toPrettyString()
                                                    .strip()));
                }
            }
            return false;
        }

        private static String sha256(byte[] bytes) {
            try {
                return HexFormat.of()
                        .formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException("This Java has no SHA-256", e);
            }
        }

        /** Whether there is anything to do. */
        private boolean tell(String kind, JsonNode compared) {
            boolean known = compared.path("known").asBoolean();
            if (known && compared.path("lines").isEmpty()) {
                return false;
            }
            say(kind + ResponseWords.text(compared.path("name")), known);
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
