package lectomen.client;

import java.io.IOException;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** Connections: where documents are filed, and who mails and calls go to. */
@Command(
        name = "connection",
        description = "Connections to folders, mail servers and other systems: show them, pause, resume or limit them.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            ConnectionCommand.ListAll.class,
            ConnectionCommand.Contents.class,
            ConnectionCommand.Pause.class,
            ConnectionCommand.Resume.class,
            ConnectionCommand.Limit.class
        })
final class ConnectionCommand {
    @Command(name = "list", description = "List connections.")
    static final class ListAll implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().get("/connections");
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            answer.path("connections").forEach(ConnectionCommand::print);
            return 0;
        }
    }

    private static void print(JsonNode one) {
        String paused = ResponseWords.time(one.path("pausedSince"));
        System.out.println(ResponseWords.text(one.path("name")) + ": " + ResponseWords.text(one.path("kind")) + " "
                + ResponseWords.text(one.path("address")) + ", at most "
                + one.path("atOnce").asInt() + " at once"
                + (paused.isEmpty() ? "" : ", paused since " + paused));
    }

    @Command(
            name = "contents",
            description = "List the files and folders that a connection has now.",
            footer = {"", "Example:", "  lectomen connection contents harbour-archive \"Day sheets\""})
    static final class Contents implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(index = "0", paramLabel = "NAME", description = "The name of the connection.")
        private String name = "";

        @Parameters(
                index = "1",
                paramLabel = "FOLDER",
                arity = "0..1",
                description = "A folder below its own (default: its own).")
        private String folder = "";

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection
                    .service()
                    .get("/connections/" + Service.encoded(name) + "/contents?folder=" + Service.encoded(folder));
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            Table table = new Table("NAME", "SIZE", "CHANGED");
            for (JsonNode entry : answer.path("entries")) {
                boolean isFolder = entry.path("folder").asBoolean();
                table.row(
                        ResponseWords.text(entry.path("name")) + (isFolder ? "/" : ""),
                        isFolder ? "" : ResponseWords.size(entry.path("size").asLong()),
                        ResponseWords.time(entry.path("changedAt")));
            }
            table.print();
            if (answer.path("more").asBoolean()) {
                System.out.println("There are more. Name a folder.");
            }
            return 0;
        }
    }

    /** A command about one connection. */
    abstract static class AboutOne implements Callable<Integer> {
        @Mixin
        private final Connection connection = new Connection();

        @Parameters(paramLabel = "NAME", description = "The name of the connection.")
        private String name = "";

        /** The rest of the call's path. */
        abstract String action();

        @Override
        public Integer call() throws IOException {
            JsonNode answer = connection.service().post("/connections/" + Service.encoded(name) + action());
            if (connection.json()) {
                return Connection.printJson(answer);
            }
            print(answer);
            return 0;
        }
    }

    @Command(
            name = "pause",
            description = "Send nothing on a connection until it is resumed. What has started is completed.",
            footer = {
                "",
                "A print queue's hot folder, called as the queue is, is paused too.",
                "",
                "Example:",
                "  lectomen connection pause harbour-archive"
            })
    static final class Pause extends AboutOne {
        @Override
        String action() {
            return "/pause";
        }
    }

    @Command(
            name = "resume",
            description = "Resume a paused connection. Everything that waits for it is tried at once.")
    static final class Resume extends AboutOne {
        @Override
        String action() {
            return "/resume";
        }
    }

    @Command(
            name = "limit",
            description =
                    "Set how much is sent on a connection at the same time (default: folders 24, mail 16, other systems 8).",
            footer = {"", "Example:", "  lectomen connection limit harbour-archive --to 4"})
    static final class Limit extends AboutOne {
        @Option(names = "--to", required = true, paramLabel = "N", description = "From 1 to 100.")
        private int most;

        @Override
        String action() {
            return "/limit?atOnce=" + most;
        }
    }
}
