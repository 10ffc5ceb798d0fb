package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** A command that asks the service for one thing and prints the response as text or JSON. */
abstract class QueryCommand implements Callable<Integer> {
    @Mixin
    private final Connection connection = new Connection();

    /** What the service says. */
    abstract JsonNode ask(Service service) throws IOException;

    /** Prints it for people. */
    abstract void print(JsonNode answer);

    /** The exit code; 0 unless the answer says that something is wrong. */
    int exitCode(JsonNode answer) {
        return 0;
    }

    @Override
    public final Integer call() throws IOException {
        JsonNode answer = ask(connection.service());
        if (connection.json()) {
            Connection.printJson(answer);
        } else {
            print(answer);
        }
        return exitCode(answer);
    }

    static String joined(JsonNode list) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(ResponseWords::text)
                .collect(Collectors.joining(", "));
    }

    /** A question about a rule. */
    abstract static class AboutRule extends QueryCommand {
        @Parameters(index = "0", paramLabel = "ID", description = "The rule id, such as mooring-permits.")
        private String id = "";

        String id() {
            return id;
        }

        String path() {
            return "/rules/" + Service.encoded(id);
        }
    }

    /** A question about something that has a name. */
    abstract static class AboutName extends QueryCommand {
        @Parameters(index = "0", paramLabel = "NAME", description = "Its name.")
        private String name = "";

        String name() {
            return name;
        }

        /** @param kind of what has the name, as paths have it */
        String path(String kind) {
            return "/" + kind + "/" + Service.encoded(name);
        }
    }
}
