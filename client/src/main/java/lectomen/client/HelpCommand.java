package lectomen.client;

import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Shows what a command does: {@code help job list}. */
@Command(name = "help", description = "Show help for a command, with examples.")
final class HelpCommand implements Callable<Integer> {
    @Parameters(arity = "0..*", paramLabel = "COMMAND", description = "A command, such as: job list")
    private List<String> words = List.of();

    @Spec
    @SuppressWarnings("NullAway.Init") // set by picocli before call
    private CommandSpec spec;

    @Override
    public Integer call() {
        CommandLine command = spec.root().commandLine();
        for (String word : words) {
            CommandLine next = command.getSubcommands().get(word);
            if (next == null) {
                System.err.println("lectomen: unknown command " + String.join(" ", words) + ". Commands: "
                        + String.join(", ", command.getSubcommands().keySet()));
                return 2;
            }
            command = next;
        }
        command.usage(System.out);
        return 0;
    }
}
