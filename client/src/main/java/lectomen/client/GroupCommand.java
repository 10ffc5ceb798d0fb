package lectomen.client;

import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Groups of people. */
@Command(
        name = "group",
        description = "Groups of people, by the names that rules use for them.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            GroupCommand.ListAll.class,
            GroupCommand.Add.class,
            GroupCommand.Members.class,
            GroupCommand.Remove.class
        })
final class GroupCommand {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String GROUPS = "groups";

    @Command(name = "list", description = "List groups with the ids of their members.")
    static final class ListAll extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get("/" + GROUPS);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("GROUP", "MEMBERS");
            for (JsonNode group : answer.path(GROUPS)) {
                table.row(ResponseWords.text(group.path("name")), joined(group.path("members")));
            }
            if (table.isEmpty()) {
                System.out.println("There are no groups yet. Add one: lectomen group add NAME");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "add",
            description = "Add a group.",
            footer = {"", "Example: lectomen group add records-office"})
    static final class Add extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.postJson("/" + GROUPS, JSON.createObjectNode().put("name", name()));
        }

        @Override
        void print(JsonNode group) {
            System.out.println("Group " + ResponseWords.text(group.path("name")) + " is added.");
        }
    }

    @Command(
            name = "members",
            description = "Set the members of a group. What waits for the group is left to them.",
            footer = {"", "Example: lectomen group members records-office 1 3"})
    static final class Members extends QueryCommand.AboutName {
        @Parameters(index = "1..*", paramLabel = "ID", description = "People, by their ids; none for an empty group.")
        private List<Long> people = List.of();

        @Override
        JsonNode ask(Service service) {
            ObjectNode body = JSON.createObjectNode();
            ArrayNode members = body.putArray("members");
            people.forEach(members::add);
            return service.putJson(path(GROUPS) + "/members", body);
        }

        @Override
        void print(JsonNode group) {
            System.out.println("Group " + ResponseWords.text(group.path("name")) + " has "
                    + Counted.of(group.path("members").size(), "member", "members") + ".");
        }
    }

    @Command(name = "remove", description = "Delete a group.")
    static final class Remove extends QueryCommand.AboutName {
        @Override
        JsonNode ask(Service service) {
            return service.delete(path(GROUPS));
        }

        @Override
        void print(JsonNode nothing) {
            System.out.println("Group " + ResponseWords.safe(name()) + " is deleted.");
        }
    }
}
