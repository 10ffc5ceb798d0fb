package lectomen.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import lectomen.demo.DemoService;
import lectomen.standins.printer.PrinterStandIn;

/** The services that are measured, each a separate process. */
final class Serving {
    private static final long PAGE_KILOBYTES = 4;

    private Serving() {}

    /** A home with a printer called front-desk. @param more words of its connection, such as {@code , hold: yes}; may be empty */
    static void writeHome(Path home, PrinterStandIn printer, String more) throws IOException {
        Files.createDirectories(home.resolve("archive"));
        Files.writeString(home.resolve("lectomen.yaml"), """
                parameters: { inbox: "{home}/inbox" }
                roots: ["{home}"]
                connections:
                  archive: { folder: "{home}/archive" }
                  front-desk: { printer: { address: "%s"%s } }
                """.formatted(printer.uri(), more));
    }

    static DemoService start(Path home) throws IOException, InterruptedException {
        return DemoService.start(Objects.requireNonNull(System.getProperty("lectomen.launcher")), home, 0);
    }

    /** A rule that names tickets by a number in their text and files them. @param arrives how the source takes files */
    static void addRule(DemoService service, String arrives) {
        addRule(service, arrives, "");
    }

    /** The same with what follows. @param then may be empty */
    static void addRule(DemoService service, String arrives, String then) {
        service.post("/rules", """
                lectomen: 1
                rule: tickets
                from:
                  - folder: "{inbox}/tickets"
                    %s
                when:
                  text contains: HARBOUR TICKET
                do:
                  - find: ticket
                    fields:
                      ticket number: { pattern: 'T-\\d{6}', near: Number, required: yes }
                  - name: "{ticket number}"
                  - file: { in: archive, under: Tickets }
                %s
                """.formatted(arrives, then));
        service.post("/rules/tickets/live", "");
    }

    static byte[] ticket(int number) {
        return "HARBOUR TICKET\n\nNumber: T-%06d\nVessel: Grey Heron\nQuay: Lantern Quay 4\n"
                .formatted(number)
                .getBytes(StandardCharsets.UTF_8);
    }

    static Path inbox(Path home) {
        return home.resolve("inbox/tickets");
    }

    static Path filed(Path home, int number) {
        return home.resolve("archive/Tickets").resolve("T-%06d.txt".formatted(number));
    }

    /** Moves a whole file in, from a folder beside. */
    static void drop(Path home, int number) throws IOException {
        Path outside = Files.createDirectories(home.resolve("outside")).resolve("ticket-" + number + ".txt");
        Files.write(outside, ticket(number));
        Files.move(outside, inbox(home).resolve(outside.getFileName()));
    }

    /** Drops a ticket and waits until it is filed; gives the nanoseconds between. */
    static long dropUntilFiled(Path home, int number) throws IOException, InterruptedException {
        Path filed = filed(home, number);
        long began = System.nanoTime();
        drop(home, number);
        while (Files.notExists(filed)) {
            Thread.sleep(1);
        }
        return System.nanoTime() - began;
    }

    static void awaitFolder(Path home) throws InterruptedException {
        while (!Files.isDirectory(inbox(home))) {
            Thread.sleep(20);
        }
    }

    /** The memory that a process holds, as the system counts it. */
    static double residentMegabytes(long pid) throws IOException {
        String pages = Files.readString(Path.of("/proc/" + pid + "/statm")).split(" ")[1];
        return Long.parseLong(pages) * PAGE_KILOBYTES / 1_024.0;
    }
}
