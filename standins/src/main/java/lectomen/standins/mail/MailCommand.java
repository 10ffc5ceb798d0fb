package lectomen.standins.mail;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicInteger;
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

    private final AtomicInteger count = new AtomicInteger();

    @Override
    public Integer call() throws IOException {
        Files.createDirectories(folder);
        MailStandIn standIn = MailStandIn.start(port, this::keep);
        System.out.println("""
                Mail at localhost:%d; mails are kept in %s. In lectomen.yaml:

                connections:
                  office-mail:
                    mail: { server: localhost, port: %d, encryption: none, from: works@marrowick.example }

                Ctrl-C to stop.""".formatted(standIn.port(), folder.toAbsolutePath(), standIn.port()));
        return 0;
    }

    private void keep(ReceivedMail mail) {
        Path file = folder.resolve(count.incrementAndGet() + ".eml");
        try {
            Files.writeString(file, mail.content(), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        System.out.println(file.getFileName() + "  to " + String.join(", ", mail.to()) + ": "
                + mail.header("Subject").orElse("(no subject)"));
    }
}
