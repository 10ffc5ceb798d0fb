package lectomen.standins;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import lectomen.standins.authenticator.AuthenticatorCommand;
import lectomen.standins.business.BusinessCommand;
import lectomen.standins.directory.DirectoryCommand;
import lectomen.standins.mail.MailCommand;
import lectomen.standins.openid.OpenIdCommand;
import lectomen.standins.printer.PrinterCommand;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** Starts a stand-in. */
@Command(
        name = "standin",
        description =
                "Start a small server that stands in for one of your organisation's, to try things out. Never for real use.",
        mixinStandardHelpOptions = true)
public final class StandInMain {
    /** All stand-ins: a new one is a package and a line here. */
    private static final List<Class<?>> ALL = List.of(
            OpenIdCommand.class,
            DirectoryCommand.class,
            AuthenticatorCommand.class,
            MailCommand.class,
            BusinessCommand.class,
            PrinterCommand.class);

    private StandInMain() {}

    public static void main(String[] arguments) {
        System.setOut(new PrintStream(System.out, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(System.err, true, StandardCharsets.UTF_8));
        CommandLine line = new CommandLine(new StandInMain());
        ALL.forEach(line::addSubcommand);
        line.setExecutionExceptionHandler((e, command, parsed) -> {
            System.err.println("lectomen: the stand-in can't start: " + e.getMessage());
            return 2;
        });
        int code = line.execute(arguments.length == 0 ? new String[] {"--help"} : arguments);
        if (code != 0) {
            System.exit(code);
        }
    }
}
