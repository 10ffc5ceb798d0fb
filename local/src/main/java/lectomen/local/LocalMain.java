package lectomen.local;

import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The entry point of the commands that need no service. */
@Command(
        name = "lectomen",
        description = "Works on files on the spot, without a service.",
        synopsisSubcommandLabel = "COMMAND",
        mixinStandardHelpOptions = true,
        version = "Lectomen 0.1.0",
        subcommands = {ConvertCommand.class, InspectCommand.class, ReadCommand.class, ProposeCommand.class})
public final class LocalMain {
    static final int DONE = 0;
    static final int SOME_FAILED = 1;
    static final int WRONG_WORDS = 2;

    private LocalMain() {}

    public static void main(String[] arguments) {
        System.setProperty("org.apache.commons.logging.Log", "org.apache.commons.logging.impl.NoOpLog");
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        System.exit(run(arguments));
    }

    /** All commands with their options. */
    public static CommandLine commands() {
        return new CommandLine(new LocalMain());
    }

    /** Does one command; gives the exit code. */
    public static int run(String... arguments) {
        return commands()
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setUsageHelpWidth(100)
                .setExecutionExceptionHandler((e, command, parsed) -> {
                    System.err.println("lectomen: "
                            + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage()));
                    return WRONG_WORDS;
                })
                .setParameterExceptionHandler((e, words) -> {
                    System.err.println("lectomen: " + e.getMessage());
                    CommandLine.UnmatchedArgumentException.printSuggestions(
                            e, new PrintWriter(System.err, true, StandardCharsets.UTF_8));
                    System.err.println("See: lectomen " + e.getCommandLine().getCommandName() + " --help");
                    return WRONG_WORDS;
                })
                .execute(arguments);
    }
}
