package lectomen.standins.mail;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;

/** Keeps each mail as a file of its own. */
public final class MailFolder implements Consumer<ReceivedMail> {
    private final Path folder;
    private final Consumer<String> says;
    private final AtomicInteger count = new AtomicInteger();

    /** @param says called with a line about each mail */
    public MailFolder(Path folder, Consumer<String> says) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.says = says;
    }

    @Override
    public void accept(ReceivedMail mail) {
        Path file;
        do {
            file = folder.resolve(count.incrementAndGet() + ".eml");
        } while (Files.exists(file));
        try {
            Files.writeString(file, mail.content(), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        says.accept(file.getFileName() + "  to " + String.join(", ", mail.to()) + ": "
                + mail.header("Subject").orElse("(no subject)"));
    }
}
