package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** All hot folders at once. */
@Command(
        name = "intake",
        description =
                "Pause or resume taking files out of all hot folders. What was taken goes on, and files lie where they are.",
        footer = {"", "Examples:", "  lectomen intake pause", "  lectomen intake resume"})
final class IntakeCommand implements Callable<Integer> {
    private enum Deed {
        pause,
        resume
    }

    @Mixin
    private final Connection connection = new Connection();

    @Parameters(paramLabel = "pause|resume", description = "What to do: ${COMPLETION-CANDIDATES}.")
    private Deed deed = Deed.pause;

    @Override
    public Integer call() throws IOException {
        JsonNode answer = connection.service().post("/intake/" + deed);
        if (connection.json()) {
            return Connection.printJson(answer);
        }
        JsonNode paused = answer.path("paused");
        System.out.println(
                paused.isMissingNode()
                        ? "Files are taken out of hot folders."
                        : ResponseWords.text(paused.path("words")));
        return 0;
    }
}
