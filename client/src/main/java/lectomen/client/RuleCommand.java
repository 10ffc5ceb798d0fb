package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.StringNode;

/** The rulebook. */
@Command(
        name = "rule",
        description = "Write, check and run rules.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            RuleCommand.ListRules.class,
            RuleCommand.Show.class,
            RuleCommand.Check.class,
            RuleCommand.Add.class,
            RuleCommand.Pending.class,
            RuleCommand.Live.class,
            RuleCommand.Pause.class,
            RuleCommand.Retire.class,
            RuleCommand.Order.class,
            RuleCommand.Contacts.class,
            RuleHistoryCommand.Rename.class,
            RuleHistoryCommand.Versions.class,
            RuleHistoryCommand.Diff.class,
            RuleHistoryCommand.Return.class,
            RuleCompareCommand.class,
            SyncCommand.Export.class,
            SyncCommand.Sync.class,
            SampleCommand.class,
            RuleCommand.Schema.class
        })
final class RuleCommand {
    private static void print(JsonNode rule) {
        String live = ResponseWords.text(rule.path("liveVersion"));
        System.out.println("Rule " + ResponseWords.text(rule.path("id")) + " (" + ResponseWords.text(rule.path("state"))
                + "): latest version " + ResponseWords.text(rule.path("latestVersion"))
                + (live.isEmpty() ? ", never live" : ", live version " + live));
        rule.path("notices").forEach(notice -> System.out.println("Note: " + ResponseWords.text(notice)));
    }

    /** Changes a rule; the answer is the rule as it then is. */
    abstract static class Change extends QueryCommand.AboutRule {
        @Override
        void print(JsonNode rule) {
            RuleCommand.print(rule);
        }
    }

    @Command(name = "list", description = "List rules in their order.")
    static final class ListRules extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/rules");
        }

        @Override
        void print(JsonNode answer) {
            printAll(answer);
        }

        static void printAll(JsonNode answer) {
            Table table = new Table("#", "RULE", "STATE", "LATEST", "LIVE", "TITLE", "FROM").shrink(6, 5);
            for (JsonNode rule : answer.path("rules")) {
                Table.Row row = table.row(
                        ResponseWords.text(rule.path("position")),
                        ResponseWords.text(rule.path("id")),
                        ResponseWords.text(rule.path("state")),
                        ResponseWords.text(rule.path("latestVersion")),
                        ResponseWords.text(rule.path("liveVersion")),
                        ResponseWords.text(rule.path("title")),
                        joined(rule.path("folders")));
                if (rule.has("whyNotActing")) {
                    row.below("takes nothing: " + ResponseWords.text(rule.path("whyNotActing")));
                }
                rule.path("notices").forEach(notice -> row.below(ResponseWords.text(notice)));
            }
            if (table.isEmpty()) {
                System.out.println("There are no rules yet. Add one: lectomen rule add FILE");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "order",
            description = "Put these rules first, in this order; the others follow as before. A file goes to the"
                    + " first rule that matches.",
            footer = {"", "Example: lectomen rule order mooring-permits tide-bulletins"})
    static final class Order extends QueryCommand {
        @Parameters(
                arity = "1..*",
                paramLabel = "RULE",
                description = "Rule ids, in the order in which they are checked.")
        private List<String> rules = List.of();

        @Override
        JsonNode ask(Service service) {
            Set<String> known = new LinkedHashSet<>();
            service.get("/rules")
                    .path("rules")
                    .forEach(rule -> known.add(rule.path("id").asString()));
            Set<String> order = new LinkedHashSet<>(rules);
            for (String rule : order) {
                if (!known.contains(rule)) {
                    throw new RequestRefused("Unknown rule " + rule + ".");
                }
            }
            order.addAll(known);
            ObjectNode body = JsonNodeFactory.instance.objectNode();
            order.forEach(body.putArray("ids")::add);
            return service.postJson("/rules/order", body);
        }

        @Override
        void print(JsonNode answer) {
            ListRules.printAll(answer);
        }
    }

    @Command(name = "show", description = "Print a rule file.")
    static final class Show extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get(path());
        }

        @Override
        void print(JsonNode answer) {
            System.out.print(answer.path("text").asString());
        }
    }

    @Command(
            name = "check",
            description = "Check a rule file without adding it. Exit code 1 when it has problems.",
            footer = {"", "Example: lectomen rule check mooring-permits.yaml"})
    static final class Check extends QueryCommand {
        @Parameters(paramLabel = "FILE", description = "The rule file.")
        private Path file = Path.of("");

        @Override
        JsonNode ask(Service service) throws IOException {
            return service.postText("/rules/check", Service.read(file));
        }

        @Override
        void print(JsonNode answer) {
            if (exitCode(answer) == 0) {
                System.out.println(file + " is valid.");
            }
            answer.path("problems")
                    .forEach(problem -> System.out.println(file + ", " + ResponseWords.problem(problem)));
        }

        @Override
        int exitCode(JsonNode answer) {
            return answer.path("good").asBoolean() ? 0 : 1;
        }
    }

    @Command(
            name = "add",
            description = "Add a rule, or a new version of one, as a draft. It takes effect when it is put live.",
            footer = {"", "Example: lectomen rule add mooring-permits.yaml && lectomen rule live mooring-permits"})
    static final class Add extends QueryCommand {
        @Parameters(paramLabel = "FILE", description = "The rule file.")
        private Path file = Path.of("");

        @Option(names = "--reason", paramLabel = "WORDS", description = "The reason for the change.")
        private String reason = "";

        @Override
        JsonNode ask(Service service) throws IOException {
            return service.postText("/rules?reason=" + Service.encoded(reason), Service.read(file));
        }

        @Override
        void print(JsonNode rule) {
            RuleCommand.print(rule);
        }
    }

    @Command(name = "live", description = "Put the latest version of a rule live.")
    static final class Live extends Change {
        enum Existing {
            take,
            leave,
            newer
        }

        @Option(
                names = "--existing",
                paramLabel = "take|leave|newer",
                defaultValue = "take",
                description =
                        "What to do with files that are already in its folders (default: take). See rule pending.")
        private Existing existing = Existing.take;

        @Option(
                names = "--than",
                paramLabel = "DAY",
                description = "With --existing newer: leave files changed before this day (2027-03-01).")
        private LocalDate than = LocalDate.EPOCH;

        @Option(
                names = "--accept-samples",
                description = "Accept the sample results of this version where they differ from what is expected.")
        private boolean acceptSamples;

        @Override
        JsonNode ask(Service service) {
            String newer = existing == Existing.newer
                    ? "&newerThan=" + than.atStartOfDay(ZoneId.systemDefault()).toInstant()
                    : "";
            return service.post(path() + "/live?existing=" + existing + newer + "&acceptSamples=" + acceptSamples);
        }
    }

    @Command(name = "contacts", description = "Show whom to ask about a rule's documents.")
    static final class Contacts extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get(path() + "/contacts");
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("CONTACT", "PERSON", "AWAY UNTIL", "STANDS IN");
            for (JsonNode contact : answer.path("contacts")) {
                String name = ResponseWords.text(contact.path("name"));
                for (JsonNode person : contact.path("people")) {
                    table.row(
                            name,
                            ResponseWords.text(person.path("name")),
                            ResponseWords.time(person.path("awayUntil")),
                            ResponseWords.text(person.path("standIn")));
                }
                if (contact.path("people").isEmpty()) {
                    table.row(name, "nobody at present", "", "");
                }
            }
            if (table.isEmpty()) {
                System.out.println("The rule names no contact. Add one to its file: contact: records-office");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "pending",
            description = "Show the files in a rule's folders, and what its latest version does with each of them.")
    static final class Pending extends QueryCommand.AboutRule {
        @Override
        JsonNode ask(Service service) {
            return service.get(path() + "/pending");
        }

        @Override
        void print(JsonNode seen) {
            Table table = new Table("FILE", "CHANGED", "SIZE", "DECISION").shrink(0, 3);
            for (JsonNode file : seen.path("files")) {
                String decision =
                        switch (ResponseWords.text(file.path("decision"))) {
                            case "TAKE" -> "take it";
                            case "READ" -> "read it to decide";
                            default -> "leave it: " + ResponseWords.text(file.path("why"));
                        };
                table.row(
                        ResponseWords.text(file.path("name")),
                        ResponseWords.time(file.path("modified")),
                        ResponseWords.size(file.path("size").asLong()),
                        decision);
            }
            if (!table.isEmpty()) {
                table.print();
            }
            System.out.println(ResponseWords.text(seen.path("all")) + " files are in its folders: take "
                    + ResponseWords.text(seen.path("take")) + ", read " + ResponseWords.text(seen.path("read"))
                    + " to decide, leave "
                    + ResponseWords.text(seen.path("leave")) + ".");
            seen.path("notReached")
                    .forEach(folder ->
                            System.out.println(ResponseWords.text(folder) + " does not exist or can't be read."));
        }
    }

    @Command(
            name = "pause",
            description =
                    "Pause a rule. Planned filings are completed; documents not read yet wait until the rule is live again.")
    static final class Pause extends Change {
        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/pause");
        }
    }

    @Command(name = "retire", description = "Retire a rule. Its versions stay, and it can be put live again.")
    static final class Retire extends Change {
        @Override
        JsonNode ask(Service service) {
            return service.post(path() + "/retire");
        }
    }

    @Command(
            name = "schema",
            description = "Print the JSON Schema of rule files, for editors that validate as you type.",
            footer = {"", "Example: lectomen rule schema > rule.schema.json"})
    static final class Schema extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return StringNode.valueOf(service.getText("/rules/schema"));
        }

        @Override
        void print(JsonNode schema) {
            System.out.print(schema.asString());
        }
    }
}
