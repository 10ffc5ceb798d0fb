package lectomen.client;

import java.util.concurrent.Callable;
import picocli.AutoComplete;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Completion of commands and options in the shell. */
@Command(
        name = "completion",
        description = "Print a completion script for bash or zsh.",
        footer = {
            "",
            "Examples:",
            "  source <(lectomen completion bash)     for this session, in bash",
            "  lectomen completion zsh >> ~/.zshrc    permanently, in zsh"
        })
final class CompletionCommand implements Callable<Integer> {
    enum Shell {
        bash,
        zsh
    }

    @Parameters(paramLabel = "bash|zsh", description = "The shell.")
    private Shell shell = Shell.bash;

    @Spec
    @SuppressWarnings("NullAway.Init") // set by picocli before call
    private CommandSpec spec;

    @Override
    public Integer call() {
        if (shell == Shell.zsh) {
            System.out.println("autoload -U +X compinit && compinit");
        }
        System.out.println(AutoComplete.bash("lectomen", spec.root().commandLine()));
        return 0;
    }
}
