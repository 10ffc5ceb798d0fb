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
                "Pause or resume intake from all hot folders. Files already taken in are still processed; new files stay in their folders.",
        footer = {"", "Examples:", "  lectomen intake pause", "  lectomen intake resume"})
final class IntakeCommand implements Callable<Integer> {
    private enum Deed {
        pause,
        resume
    }

    @Mixin
    private final Connection connection = new Connection();

    @Parameters(paramLabel = "pause|resume", description = "One of: ${COMPLETION-CANDIDATES}.")
    private Deed deed = Deed.pause;

    @Override
    public Integer call() throws IOException {
        JsonNode answer = connection.service().post("/intake/" + deed);
        if (connection.json()) {
            return Connection.printJson(answer);
        }
        JsonNode paused = answer.path("paused");
        System.out.println(
                paused.isMissingNode() ? "Intake from hot folders is on." : ResponseWords.text(paused.path("words")));
        return 0;
    }
}
