package lectomen.client;

import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The client's entry point: knows the commands, and turns an error into one line and an exit code. */
@Command(
        name = "lectomen",
        description = "Takes in documents from hot folders, names them by fields found on their pages, and files them.",
        synopsisSubcommandLabel = "COMMAND",
        footerHeading = "%nMore commands:%n",
        footer = {
            "  serve  Start the service on a home: serve --home DIR --port N",
            "  doctor Check a home and this machine, and say how to fix problems: doctor --home DIR",
            "  bench  Measure this machine: bench [--only NAME] [--json]",
            "  convert Convert files without a service: convert FILE... --to pdfa-2b",
            "  read    Read the text of scans, photographs and PDF files, without a service: read FILE...",
            "  inspect Show the properties of files, without a service: inspect FILE...",
            "  propose Suggest how a rule finds a field: propose FILE... --value FILE=TEXT",
            "  demo   Run the whole process on made-up documents: demo [--once] [--json] [--home DIR] [--port N]",
            "  standin Start a small server that stands in for one of your organisation's: standin --help",
            "",
            "Examples:",
            "  lectomen status",
            "  lectomen rule check mooring-permits.yaml",
            "  lectomen trial permit.pdf --rule mooring-permits.yaml",
            "  lectomen job list --state failed",
            "  lectomen job retry --state failed --rule mooring-permits",
            "",
            "Exit codes: 0 success; 1 request refused, or a check found a problem; 2 invalid command line, or no service."
        })
public final class ClientMain {
    private static final List<Class<?>> COMMANDS = List.of(
            StatusCommand.class,
            RuleCommand.class,
            TrialCommand.class,
            LookupCommand.class,
            PartCommand.class,
            CounterCommand.class,
            SecretCommand.class,
            SendCommand.class,
            JobCommand.class,
            EffectCommand.class,
            DeskCommand.class,
            SourceCommand.class,
            IntakeCommand.class,
            FolderCommand.class,
            ConnectionCommand.class,
            QueueCommand.class,
            RetentionCommand.class,
            WelcomeCommand.class,
            LoginCommand.class,
            PersonCommand.class,
            GroupCommand.class,
            TokenCommand.class,
            ReportCommand.class,
            LedgerCommand.class,
            CompletionCommand.class,
            HelpCommand.class);

    private ClientMain() {}

    public static void main(String[] arguments) {
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        System.exit(run(arguments));
    }

    /** Does one command; gives the exit code. */
    public static int run(String... arguments) {
        CommandLine commandLine = commandsFor(arguments)
                .setUsageHelpWidth(Terminal.columns().orElse(100))
                .setExecutionExceptionHandler((e, command, parsed) -> {
                    System.err.println("lectomen: " + message(e));
                    return e instanceof RequestRefused ? 1 : 2;
                })
                .setParameterExceptionHandler((e, words) -> {
                    System.err.println("lectomen: " + e.getMessage());
                    CommandLine.UnmatchedArgumentException.printSuggestions(
                            e, new PrintWriter(System.err, true, StandardCharsets.UTF_8));
                    System.err.println("See: lectomen help " + commandPath(e.getCommandLine()));
                    return 2;
                });
        if (arguments.length == 0) {
            commandLine.usage(System.out);
            return 0;
        }
        return commandLine.execute(arguments);
    }

    /** All commands with their options. */
    public static CommandLine commands() {
        return commands(COMMANDS);
    }

    /** The one that is asked for, which is there sooner; all for one that is none, or that speaks of the others. */
    private static CommandLine commandsFor(String... arguments) {
        String asked = arguments.length == 0 ? "" : arguments[0];
        return COMMANDS.stream()
                .filter(type -> type != HelpCommand.class && type != CompletionCommand.class)
                .filter(type -> type.getAnnotation(Command.class).name().equals(asked))
                .findFirst()
                .map(type -> commands(List.of(type)))
                .orElseGet(ClientMain::commands);
    }

    private static CommandLine commands(List<Class<?>> types) {
        CommandLine commands = new CommandLine(new ClientMain());
        types.forEach(commands::addSubcommand);
        helpEverywhere(commands);
        return commands;
    }

    private static void helpEverywhere(CommandLine commandLine) {
        commandLine.getCommandSpec().mixinStandardHelpOptions(true).version("Lectomen 0.1.0");
        commandLine.getSubcommands().values().forEach(ClientMain::helpEverywhere);
    }

    private static String message(Exception e) {
        return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    }

    private static String commandPath(CommandLine command) {
        String name = command.getCommandSpec().qualifiedName(" ");
        return name.replaceFirst("^lectomen ?", "");
    }
}
