package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import tools.jackson.databind.JsonNode;

/** Makes a sign-in link to the console. */
@Command(
        name = "welcome",
        description =
                "Print a link to create a console administrator. It is valid for one day and one use; whoever opens it "
                        + "chooses a name and a password.",
        footer = {"", "Example: lectomen welcome"})
final class WelcomeCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    @Override
    public Integer call() throws IOException {
        Service service = connection.service();
        JsonNode answer = service.post("/welcome-links");
        if (connection.json()) {
            return Connection.printJson(answer);
        }
        System.out.println(service.address(answer.path("path")));
        return 0;
    }
}
