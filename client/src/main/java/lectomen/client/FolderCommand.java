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
        description = "Hot folders and destinations: say that one was moved to another disk or share.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = FolderCommand.Moved.class)
final class FolderCommand {
    @Command(
            name = "moved",
            description =
                    "Say that a hot folder or a destination lies on another disk or share because somebody moved it. Without that it "
                            + "counts as away: a share may not be mounted, and what is put into the bare folder would vanish once it is.",
            footer = {"", "Example:", "  lectomen folder moved /srv/plans"})
    static final class Moved implements Callable<Integer> {
        private static final JsonMapper JSON = JsonMapper.builder().build();

        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "FOLDER", description = "As the reason names it.")
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
                            ? path + " is confirmed: it is used where it is now."
                            : path + " is where it was before; there is nothing to confirm.");
            return 0;
        }
    }
}
