package lectomen.journeys;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Set;
import lectomen.client.ClientMain;
import lectomen.local.LocalMain;
import lectomen.service.ServiceMain;
import lectomen.service.doctor.DoctorMain;

/**
 * The client's and the on-the-spot commands, and those of the service that end by themselves, called in the test's own process. Each thread has standard streams of its own while
 * it runs one, so that tests can go side by side.
 */
final class Commands {
    private static final Set<String> ON_THE_SPOT = Set.of("convert", "inspect", "read", "propose");
    private static final ThreadLocal<OutputStream> OUT = new ThreadLocal<>();
    private static final ThreadLocal<OutputStream> ERR = new ThreadLocal<>();
    private static final ThreadLocal<InputStream> IN = new ThreadLocal<>();

    static {
        System.setOut(routed(OUT, System.out));
        System.setErr(routed(ERR, System.err));
        InputStream usual = System.in;
        System.setIn(new InputStream() {
            @Override
            public int read() throws IOException {
                InputStream own = IN.get();
                return (own == null ? usual : own).read();
            }

            @Override
            public int read(byte[] to, int offset, int length) throws IOException {
                InputStream own = IN.get();
                return (own == null ? usual : own).read(to, offset, length);
            }
        });
    }

    private Commands() {}

    private static PrintStream routed(ThreadLocal<OutputStream> own, PrintStream usual) {
        OutputStream choosing = new OutputStream() {
            @Override
            public void write(int one) throws IOException {
                current().write(one);
            }

            @Override
            public void write(byte[] bytes, int offset, int length) throws IOException {
                current().write(bytes, offset, length);
            }

            @Override
            public void flush() throws IOException {
                current().flush();
            }

            private OutputStream current() {
                OutputStream chosen = own.get();
                return chosen == null ? usual : chosen;
            }
        };
        return new PrintStream(choosing, true, StandardCharsets.UTF_8);
    }

    static Answer run(String... words) {
        return runWith("", words);
    }

    /** @param input what it reads from standard input */
    static Answer runWith(String input, String... words) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        OUT.set(out);
        ERR.set(err);
        IN.set(new ByteArrayInputStream(input.getBytes(StandardCharsets.UTF_8)));
        int exitCode;
        try {
            exitCode = run(words, words.length == 0 ? "" : words[0]);
        } finally {
            System.out.flush();
            System.err.flush();
            OUT.remove();
            ERR.remove();
            IN.remove();
        }
        return new Answer(exitCode, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }

    private static int run(String[] words, String command) {
        if (ON_THE_SPOT.contains(command)) {
            return LocalMain.run(words);
        }
        if (command.equals("doctor")) {
            return DoctorMain.run(Arrays.copyOfRange(words, 1, words.length));
        }
        if (command.equals("serve")) {
            return ServiceMain.run(Arrays.copyOfRange(words, 1, words.length));
        }
        return ClientMain.run(words);
    }
}
