package lectomen.local;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/** Runs commands in the test's own process. */
final class OnTheSpot {
    /** What a command printed, and its exit code. */
    record Answer(int exitCode, String out, String err) {}

    private OnTheSpot() {}

    static Answer run(String... words) {
        PrintStream out = System.out;
        PrintStream err = System.err;
        ByteArrayOutputStream printed = new ByteArrayOutputStream();
        ByteArrayOutputStream complained = new ByteArrayOutputStream();
        System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(complained, true, StandardCharsets.UTF_8));
        try {
            int exitCode = LocalMain.run(words);
            return new Answer(
                    exitCode, printed.toString(StandardCharsets.UTF_8), complained.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(out);
            System.setErr(err);
        }
    }
}
