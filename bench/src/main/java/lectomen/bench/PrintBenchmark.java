package lectomen.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import lectomen.demo.DemoService;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.print.ipp.IppMessage;
import lectomen.engine.print.ipp.IppOperation;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.standins.printer.PrinterStandIn;

/**
 * Prints three hundred documents that waited for their printer, each proved printed, after the same four times over; draws a large plan for a
 * printer, and shows documents as they will be printed.
 */
final class PrintBenchmark implements Benchmark {
    private static final int JOBS = 300;
    private static final int WARM_UP = 4;
    private static final double LEAST_SHARE = 0.7;

    @Override
    public String name() {
        return "print";
    }

    @Override
    public List<Figure> run(Path folder) throws Exception {
        AtomicInteger printed = new AtomicInteger();
        try (PrinterStandIn printer =
                PrinterStandIn.start(0, folder.resolve("printed"), job -> printed.incrementAndGet())) {
            BareClient client = new BareClient(printer.uri());
            for (int round = 0; round < WARM_UP; round++) {
                printBare(client);
            }
            long floorBegan = System.nanoTime();
            printBare(client);
            double floor = JOBS / seconds(floorBegan);
            Figure jobs = Figure.atLeast(
                    LEAST_SHARE,
                    "300 documents printed when their printer is resumed",
                    print(folder.resolve("home"), printer, printed),
                    "documents/s",
                    floor,
                    "bare jobs one by one: created, sent, asked for until completed");
            return List.of(jobs, DrawnSheets.raster(folder), DrawnSheets.preview(folder.resolve("preview"), printer));
        }
    }

    private static void printBare(BareClient client) throws IOException, InterruptedException {
        for (int i = 0; i < JOBS; i++) {
            client.print("bare " + i, Serving.ticket(i));
        }
    }

    private static double print(Path home, PrinterStandIn printer, AtomicInteger printed) throws Exception {
        Serving.writeHome(home, printer, "");
        try (DemoService service = Serving.start(home)) {
            service.post("/rules", """
                    lectomen: 1
                    rule: tickets
                    from: { folder: "{inbox}/tickets", arrives: whole }
                    do:
                      - print: { on: front-desk }
                    """);
            service.post("/rules/tickets/live", "");
            Serving.awaitFolder(home);
            for (int round = 0; round < WARM_UP; round++) {
                printOnceResumed(service, home, printed, round * JOBS);
            }
            return printOnceResumed(service, home, printed, WARM_UP * JOBS);
        }
    }

    /** Has documents wait while the connection is paused; gives how fast they are printed once it is resumed. */
    private static double printOnceResumed(DemoService service, Path home, AtomicInteger printed, int first)
            throws Exception {
        service.post("/connections/front-desk/pause", "");
        for (int i = first; i < first + JOBS; i++) {
            Serving.drop(home, i);
        }
        while (service.get("/queues/front-desk/prints?most=1000").path("prints").size() < JOBS) {
            Thread.sleep(50);
        }
        int before = printed.get();
        long resumed = System.nanoTime();
        service.post("/connections/front-desk/resume", "");
        while (printed.get() < before + JOBS) {
            Thread.sleep(2);
        }
        return JOBS / seconds(resumed);
    }

    private static double seconds(long beganNanos) {
        return (System.nanoTime() - beganNanos) / 1e9;
    }

    /** What any program does to print and to know that it is printed, and nothing else. */
    private static final class BareClient {
        private final String printer;
        private final URI http;
        private final HttpClient client =
                HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
        private int requests;

        BareClient(String printer) {
            this.printer = printer;
            this.http = URI.create(printer.replaceFirst("^ipp", "http"));
        }

        void print(String name, byte[] document) throws IOException, InterruptedException {
            IppMessage created =
                    ask(IppOperation.CREATE_JOB, new byte[0], List.of(IppAttribute.of("job-name", IppTag.NAME, name)));
            IppAttribute job =
                    created.find(IppGroup.Kind.JOB).orElseThrow().find("job-id").orElseThrow();
            ask(
                    IppOperation.SEND_DOCUMENT,
                    document,
                    List.of(
                            job,
                            IppAttribute.of("document-format", IppTag.MIME_MEDIA_TYPE, "text/plain"),
                            IppAttribute.of("last-document", new IppValue.Bool(true))));
            IppValue completed = new IppValue.Enumerated(IppJobState.COMPLETED.code());
            while (!ask(IppOperation.GET_JOB_ATTRIBUTES, new byte[0], List.of(job))
                    .find(IppGroup.Kind.JOB)
                    .orElseThrow()
                    .find("job-state")
                    .orElseThrow()
                    .first()
                    .equals(completed)) {
                Thread.sleep(1);
            }
        }

        private IppMessage ask(IppOperation operation, byte[] document, List<IppAttribute> more)
                throws IOException, InterruptedException {
            List<IppAttribute> all = new ArrayList<>(List.of(
                    IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                    IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en"),
                    IppAttribute.of("printer-uri", IppTag.URI, printer)));
            all.addAll(more);
            ByteArrayOutputStream body = new ByteArrayOutputStream();
            IppMessage.of(operation.code(), ++requests, new IppGroup(IppGroup.Kind.OPERATION, all))
                    .write(body);
            body.write(document);
            HttpRequest request = HttpRequest.newBuilder(http)
                    .header("Content-Type", "application/ipp")
                    .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                    .build();
            return IppMessage.read(
                    new ByteArrayInputStream(client.send(request, HttpResponse.BodyHandlers.ofByteArray())
                            .body()));
        }
    }
}
