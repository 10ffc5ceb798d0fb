package lectomen.client;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** The sources: hot folders and uploads. */
@Command(
        name = "source",
        description = "Hot folders: show, test, pause or run them.",
        synopsisSubcommandLabel = "COMMAND",
        subcommands = {
            SourceCommand.ListSources.class,
            SourceCommand.Show.class,
            SourceCommand.Test.class,
            SourceCommand.Run.class,
            SourceCommand.Pause.class,
            SourceCommand.Resume.class
        })
final class SourceCommand {
    private static final String SOURCES = "/sources";
    private static final String WAITING = "waiting";

    private static void print(JsonNode source) {
        System.out.println(
                ResponseWords.text(source.path("folder")) + " (source " + ResponseWords.text(source.path("id")) + ")");
        line("About: ", ResponseWords.text(source.path("about")));
        line("Rules: ", QueryCommand.joined(source.path("rules")));
        line("Prints on: ", QueryCommand.joined(source.path("printsOn")));
        line("", ResponseWords.text(source.path("trouble").path("words")));
        line("", ResponseWords.text(source.path("silent").path("words")));
        line("", ResponseWords.text(source.path("closed").path("words")));
        if (source.has("nextRunAt")) {
            line("Scheduled. Next run: ", ResponseWords.time(source.path("nextRunAt")));
        }
        line("", source.path("running").asBoolean() ? "A run is in progress." : "");
        source.path(WAITING).forEach(file -> line("Waiting: ", ResponseWords.text(file)));
    }

    /** How a hot folder stands, in a word or two. */
    static String state(JsonNode source) {
        String trouble = ResponseWords.text(source.path("trouble").path("code"));
        if (!trouble.isEmpty()) {
            return trouble.equals("source.paused") ? "paused" : "trouble";
        }
        if (source.has("silent")) {
            return "silent";
        }
        if (source.path("running").asBoolean()) {
            return "running";
        }
        if (source.has("closed")) {
            return "closed";
        }
        if (source.has("nextRunAt")) {
            return "scheduled, " + source.path("ready").asInt() + " waiting";
        }
        int waiting = source.path(WAITING).size();
        return waiting == 0 ? "open" : "open, " + waiting + " wait";
    }

    private static void line(String before, String words) {
        if (!words.isEmpty()) {
            System.out.println("  " + before + words);
        }
    }

    @Command(name = "list", description = "List hot folders.")
    static final class ListSources extends QueryCommand {
        @Override
        JsonNode ask(Service service) {
            return service.get(SOURCES);
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("ID", "HOT FOLDER", "RULES", "LAST FILE", "NEXT RUN", "STATE").shrink(1, 2);
            for (JsonNode source : answer.path("sources")) {
                table.row(
                                ResponseWords.text(source.path("id")),
                                ResponseWords.text(source.path("folder")),
                                joined(source.path("rules")),
                                ResponseWords.ago(source.path("lastArrivalAt")),
                                source.has("nextRunAt") ? ResponseWords.time(source.path("nextRunAt")) : "",
                                state(source))
                        .below(ResponseWords.text(source.path("about")));
            }
            if (table.isEmpty()) {
                System.out.println("No live rule has a hot folder yet. Add a rule: lectomen rule add FILE");
            } else {
                table.print();
            }
        }
    }

    /** A question about one hot folder. */
    abstract static class AboutSource extends QueryCommand {
        @Parameters(
                index = "0",
                paramLabel = "FOLDER",
                description = "The folder path, the end of it (mooring-permits), or its number in source list.")
        private String folder = "";

        /** @throws Refused if no folder is meant, or several are */
        String path(Service service) {
            List<JsonNode> meant = new ArrayList<>();
            for (JsonNode source : service.get(SOURCES).path("sources")) {
                String whole = ResponseWords.text(source.path("folder"));
                boolean same = whole.equals(folder)
                        || ResponseWords.text(source.path("id")).equals(folder);
                if (same) {
                    return SOURCES + "/" + ResponseWords.text(source.path("id"));
                }
                if (whole.endsWith("/" + folder)) {
                    meant.add(source);
                }
            }
            if (meant.size() == 1) {
                return SOURCES + "/" + ResponseWords.text(meant.get(0).path("id"));
            }
            throw new RequestRefused(
                    meant.isEmpty()
                            ? "No live rule has the hot folder \"" + folder + "\". List them: lectomen source list"
                            : "Several folders end with that; give more of the path: lectomen source list");
        }
    }

    @Command(
            name = "show",
            description = "Show one hot folder: how files are taken from it, what is waiting there, and its last runs.",
            footer = {"", "Example: lectomen source show tide-bulletins"})
    static final class Show extends AboutSource {
        @Override
        JsonNode ask(Service service) {
            return service.get(path(service));
        }

        @Override
        void print(JsonNode answer) {
            SourceCommand.print(answer.path("source"));
            line(
                    "Checked every ",
                    ResponseWords.text(answer.path("sweepSeconds")).replaceFirst("\\.0$", "")
                            + " s, and whenever something changes in it");
            System.out.println();
            for (JsonNode sentence : answer.path("sentences")) {
                System.out.println(
                        "  ".repeat(sentence.path("depth").asInt() + 1) + ResponseWords.text(sentence.path("words")));
            }
            Table table = new Table("RUN DUE", "WHY", "BY", "BEGAN", "ENDED", "FILES");
            for (JsonNode run : answer.path("runs")) {
                boolean ended = run.has("endedAt");
                int taken = run.path("taken").asInt();
                table.row(
                        ResponseWords.time(run.path("dueAt")),
                        ResponseWords.text(run.path("cause")),
                        ResponseWords.text(run.path("by")),
                        ResponseWords.time(run.path("beganAt")),
                        ended ? ResponseWords.time(run.path("endedAt")) : "in progress",
                        taken == 0 && ended ? "nothing new" : Integer.toString(taken));
            }
            if (!table.isEmpty()) {
                System.out.println();
                table.print();
            }
        }
    }

    @Command(
            name = "test",
            description = "Test whether a file with this name and size is taken: from which folder, and by which rule.",
            footer = {"", "Example: lectomen source test QUAY7-plan.dxf --size 300000"})
    static final class Test extends QueryCommand {
        @Parameters(index = "0", paramLabel = "NAME", description = "The file name. The file need not exist.")
        private String name = "";

        @Option(names = "--size", paramLabel = "BYTES", description = "The file size (default: ${DEFAULT-VALUE}).")
        private long size = 100_000;

        @Option(names = "--rule", paramLabel = "FILE", description = "Test this rule file instead of the live rules.")
        private @Nullable Path rule;

        @Override
        JsonNode ask(Service service) throws IOException {
            String path = SOURCES + "/test?name=" + Service.encoded(name) + "&size=" + size;
            Path draft = rule;
            return draft == null
                    ? service.post(path)
                    : service.postText(path, Files.readString(draft, StandardCharsets.UTF_8));
        }

        @Override
        int exitCode(JsonNode answer) {
            for (JsonNode folder : answer.path("folders")) {
                for (JsonNode one : folder.path("rules")) {
                    if (!ResponseWords.text(one.path("says")).equals("no")) {
                        return 0;
                    }
                }
            }
            return 1;
        }

        @Override
        void print(JsonNode answer) {
            Table table = new Table("IN", "RULE", "TAKES IT", "WHY").shrink(0, 3);
            for (JsonNode folder : answer.path("folders")) {
                String path = ResponseWords.text(folder.path("folder"));
                if (folder.has("ignored")) {
                    table.row(path, "", "no", ResponseWords.text(folder.path("ignored")));
                }
                for (JsonNode one : folder.path("rules")) {
                    String says = ResponseWords.text(one.path("says"));
                    table.row(path, ResponseWords.text(one.path("rule")), says, ResponseWords.text(one.path("why")))
                            .colour(2, says.equals("no") ? Colour.RED : Colour.GREEN);
                }
            }
            if (table.isEmpty()) {
                System.out.println("No live rule has a hot folder.");
            } else {
                table.print();
            }
        }
    }

    @Command(
            name = "run",
            description = "Take the files in a folder now, regardless of its schedule. The run is recorded.",
            footer = {"", "Example: lectomen source run tide-bulletins"})
    static final class Run extends AboutSource {
        @Override
        JsonNode ask(Service service) {
            return service.post(path(service) + "/run");
        }

        @Override
        void print(JsonNode answer) {
            System.out.println("A run started at " + ResponseWords.time(answer.path("beganAt"))
                    + ". Show what it took: lectomen source show FOLDER");
        }
    }

    @Command(name = "pause", description = "Pause a folder. New files stay in it.")
    static final class Pause extends AboutSource {
        @Override
        JsonNode ask(Service service) {
            return service.post(path(service) + "/pause");
        }

        @Override
        void print(JsonNode answer) {
            System.out.println("Paused: " + ResponseWords.text(answer.path("folder")) + ". To resume: source resume.");
        }
    }

    @Command(name = "resume", description = "Resume a paused folder.")
    static final class Resume extends AboutSource {
        @Override
        JsonNode ask(Service service) {
            return service.post(path(service) + "/resume");
        }

        @Override
        void print(JsonNode answer) {
            System.out.println("Resumed: " + ResponseWords.text(answer.path("folder")));
        }
    }
}
