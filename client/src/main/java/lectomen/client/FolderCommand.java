package lectomen.client;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Hot folders and destinations as places on disks and shares. */
@Command(
        name = "folder",
        description = "Hot folders and destinations: confirm that one was moved to another disk or share.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = FolderCommand.Moved.class)
final class FolderCommand {
    @Command(
            name = "moved",
            description =
                    "Confirm that a hot folder or destination was moved to another disk or share. Until then it "
                            + "is treated as unavailable: a share may not be mounted, and files put into the empty mount point would disappear from view.",
            footer = {"", "Example:", "  lectomen folder moved /srv/plans"})
    static final class Moved implements Callable<Integer> {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "FOLDER", description = "The folder, as shown in the reason.")
        private Path folder = Path.of("");

        @Override
        public Integer call() throws IOException {
            String path = folder.toAbsolutePath().normalize().toString();
            JsonNode answer = connection
                    .service()
                    .postJson("/folders/moved", JSON.createObjectNode().put("folder", path));
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            System.out.println(
                    answer.path("moved").asBoolean()
                            ? path + " is confirmed; its new location is used."
                            : path + " has not moved; there is nothing to confirm.");
            return 0;
        }
    }
}
