package lectomen.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lectomen.demo.DemoService;
import lectomen.standins.mail.MailStandIn;

/** Files a thousand documents and confirms each by mail: from the drop to the last mail, after a warm-up. */
final class NotifyBenchmark implements Benchmark {
    private static final int MAILS = 1_000;
    private static final int FIRST = 500;
    private static final double LEAST_SHARE = 0.5;

    @Override
    public String name() {
        return "notify";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        try (MailStandIn server = MailStandIn.start(0, mail -> {})) {
            long floorBegan = System.nanoTime();
            for (int i = 0; i < MAILS; i++) {
                sendBare(server.port(), i);
            }
            double floor = MAILS / seconds(floorBegan);
            double rate = confirm(folder.resolve("home"), server);
            return List.of(Figure.atLeast(
                    LEAST_SHARE,
                    "1,000 documents filed and confirmed",
                    rate,
                    "mails/s",
                    floor,
                    "bare mails one by one, each with a connection"));
        }
    }

    private static double confirm(Path home, MailStandIn server) throws Exception {
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  office-mail:
                    mail: { server: localhost, port: %d, encryption: none, from: works@marrowick.example }
                """.formatted(server.port()));
        try (DemoService service = Serving.start(home)) {
            Serving.addRule(
                    service,
                    "arrives: whole",
                    "then: { filed: { notify: { to: desk@ferry.example, subject: \"{ticket number} is filed\" } } }");
            Serving.awaitFolder(home);
            drop(home, 0, FIRST, server);
            long began = System.nanoTime();
            drop(home, FIRST, FIRST + MAILS, server);
            return MAILS / seconds(began);
        }
    }

    /** Drops documents, and waits until there is a mail for each. */
    private static void drop(Path home, int from, int to, MailStandIn server) throws Exception {
        int before = server.received().size();
        for (int i = from; i < to; i++) {
            Serving.drop(home, i);
        }
        while (server.received().size() < before + to - from) {
            Thread.sleep(20);
        }
    }

    /** What any program does to send a mail, and nothing else. */
    private static void sendBare(int port, int number) throws IOException {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port);
                BufferedReader in =
                        new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII));
                OutputStream out = socket.getOutputStream()) {
            in.readLine();
            for (String line : List.of(
                    "HELO bench.marrowick.example",
                    "MAIL FROM:<works@marrowick.example>",
                    "RCPT TO:<desk@ferry.example>",
                    "DATA",
                    "From: works@marrowick.example\r\nTo: desk@ferry.example\r\nSubject: T-" + number
                            + " is filed\r\n\r\nIt is filed.\r\n.",
                    "QUIT")) {
                out.write((line + "\r\n").getBytes(StandardCharsets.US_ASCII));
                out.flush();
                in.readLine();
            }
        }
    }

    private static double seconds(long beganNanos) {
        return (System.nanoTime() - beganNanos) / 1e9;
    }
}
