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
import java.util.Optional;
import lectomen.demo.DemoService;
import lectomen.standins.mail.MailStandIn;

/** Confirms a thousand documents by mail: those that wait for the mail server alone, and from the drop to the last mail. After a warm-up. */
final class NotifyBenchmark implements Benchmark {
    private static final int MAILS = 1_000;
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
            Rates rates = confirm(folder.resolve("home"), server);
            return List.of(
                    Figure.atLeast(
                            LEAST_SHARE,
                            "1,000 confirmations sent when the mail connection is resumed",
                            rates.sending(),
                            "mails/s",
                            floor,
                            "bare mails one by one, each with a connection"),
                    Figure.without(
                            "1,000 documents taken in, filed and confirmed",
                            rates.whole(),
                            "documents/s",
                            Optional.empty(),
                            ""));
        }
    }

    private record Rates(double sending, double whole) {}

    private static Rates confirm(Path home, MailStandIn server) throws Exception {
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
            sendOnceResumed(service, home, server, 0);
            double sending = sendOnceResumed(service, home, server, MAILS);
            long began = System.nanoTime();
            drop(home, 2 * MAILS);
            awaitMails(server, MAILS + 3 * MAILS);
            return new Rates(sending, MAILS / seconds(began));
        }
    }

    /** Has a thousand documents filed while the connection is paused; gives how fast their mails go once it is resumed. */
    private static double sendOnceResumed(DemoService service, Path home, MailStandIn server, int first)
            throws Exception {
        service.post("/connections/office-mail/pause", "");
        drop(home, first);
        while (filed(service) < first + MAILS) {
            Thread.sleep(50);
        }
        long resumed = System.nanoTime();
        service.post("/connections/office-mail/resume", "");
        awaitMails(server, MAILS + first + MAILS);
        return MAILS / seconds(resumed);
    }

    private static int filed(DemoService service) throws IOException {
        return service.get("/status").at("/jobs/filed").asInt();
    }

    private static void drop(Path home, int first) throws IOException {
        for (int i = first; i < first + MAILS; i++) {
            Serving.drop(home, i);
        }
    }

    private static void awaitMails(MailStandIn server, int count) throws InterruptedException {
        while (server.received().size() < count) {
            Thread.sleep(2);
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
