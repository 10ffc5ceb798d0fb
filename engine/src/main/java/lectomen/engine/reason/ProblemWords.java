package lectomen.engine.reason;

import java.io.EOFException;
import java.io.FileNotFoundException;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.util.regex.Pattern;

/** Error messages for people: a library's own as long as it is English, never class names. */
public final class ProblemWords {
    private static final int LONGEST = 160;
    private static final String DAMAGED = "it is damaged, or not valid for its format";
    private static final String DISK = "the file system reports an error";

    private static final Pattern CLASS_IN_FRONT = Pattern.compile("^(?:[\\w.$]+(?:Exception|Error|Fault): ?)+");
    private static final Pattern PROGRAM_TALK = Pattern.compile(
            "\\w(?:Exception|Error)\\b|\\b[a-z]\\w*(?:\\.\\w+)*\\.[A-Z]\\w+|[a-z]\\w*\\(|\\bnull\\b|\\bclass ");

    private ProblemWords() {}

    /** What is wrong with a document that can't be read. */
    public static String of(Throwable e) {
        return words(e, DAMAGED);
    }

    /** What is wrong with a folder or a file that can't be worked with. */
    public static String ofDisk(Throwable e) {
        return words(e, DISK);
    }

    private static String words(Throwable e, String otherwise) {
        Throwable cause = e.getCause();
        if (e instanceof UncheckedIOException && cause != null) {
            return words(cause, otherwise);
        }
        if (e instanceof NoSuchFileException || e instanceof FileNotFoundException) {
            return "the file is not there, or can't be opened";
        }
        if (e instanceof AccessDeniedException) {
            return "permission denied";
        }
        if (e instanceof EOFException) {
            return "it ends too early";
        }
        String said = e instanceof FileSystemException file ? file.getReason() : e.getMessage();
        if (said == null || e instanceof RuntimeException || e instanceof Error) {
            return otherwise;
        }
        String words = CLASS_IN_FRONT
                .matcher(said.replaceAll("\\s+", " ").strip())
                .replaceFirst("")
                .replaceFirst("[.!]+$", "");
        if (words.isEmpty() || PROGRAM_TALK.matcher(words).find()) {
            return otherwise;
        }
        return words.length() > LONGEST ? words.substring(0, LONGEST) + "…" : words;
    }
}
