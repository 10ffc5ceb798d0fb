package lectomen.standins.mail;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code standin mail}. */
@Command(
        name = "mail",
        description =
                "Stand in for a mail server: it takes any mail, shows it, keeps it as a file, and passes none on.",
        mixinStandardHelpOptions = true,
        footer = {"", "It stays up until Ctrl-C."})
public final class MailCommand implements Callable<Integer> {
    @Option(names = "--port", paramLabel = "N", description = "The port (default: ${DEFAULT-VALUE}; 0: any free one).")
    private int port = 9425;

    @Option(names = "--folder", paramLabel = "DIR", description = "Where mails are kept (default: ${DEFAULT-VALUE}).")
    private Path folder = Path.of("mails");

    @Override
    public Integer call() throws IOException {
        MailStandIn standIn = MailStandIn.start(port, new MailFolder(folder, System.out::println));
        System.out.println("""
                Mail at localhost:%d; mails are kept in %s. In lectomen.yaml:

                connections:
                  office-mail:
                    mail: { server: localhost, port: %d, encryption: none, from: works@marrowick.example }

                Ctrl-C to stop.""".formatted(standIn.port(), folder.toAbsolutePath(), standIn.port()));
        return 0;
    }
}
