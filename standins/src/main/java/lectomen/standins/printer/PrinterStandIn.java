package lectomen.standins.printer;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppFormatException;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.print.ipp.IppMessage;
import lectomen.engine.print.ipp.IppOperation;
import lectomen.engine.print.ipp.IppStatus;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;

/**
 * A printer on this machine that speaks IPP (RFC 8011) and keeps what it prints as files. On request it is slow, out of paper,
 * refuses jobs, or breaks the connection.
 */
public final class PrinterStandIn implements AutoCloseable {
    static {
        System.setProperty(
                "sun.net.httpserver.nodelay", "true"); // else each answer waits for the one before to be confirmed
    }

    private static final String PATH = "/ipp/print";
    private static final int HIGHEST_VERSION = 2;

    /** What of a job's own group says nothing of how it is printed. */
    private static final Set<String> NOT_OF_THE_TICKET = Set.of("job-name");

    private final HttpServer server;
    private final PrinterJobs jobs;
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private final List<PrintedJob> printed;
    private volatile List<String> formats = Abilities.FORMATS;

    private PrinterStandIn(HttpServer server, PrinterJobs jobs, List<PrintedJob> printed) {
        this.server = server;
        this.jobs = jobs;
        this.printed = printed;
    }

    /** @param port 0 for any free one @param folder where what is printed goes @param listener called with each job that is printed */
    public static PrinterStandIn start(int port, Path folder, Consumer<PrintedJob> listener) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        List<PrintedJob> printed = new CopyOnWriteArrayList<>();
        PrinterJobs jobs = new PrinterJobs(folder, job -> {
            printed.add(job);
            listener.accept(job);
        });
        PrinterStandIn standIn = new PrinterStandIn(server, jobs, printed);
        server.createContext(PATH, standIn::answer);
        server.setExecutor(standIn.threads);
        server.start();
        return standIn;
    }

    /** The address for clients. */
    public String uri() {
        return "ipp://localhost:" + server.getAddress().getPort() + PATH;
    }

    /** @param types of documents that it takes from now on */
    public void setFormats(List<String> types) {
        formats = List.copyOf(types);
    }

    public void setMood(PrinterMood mood) {
        jobs.setMood(mood);
    }

    /** All that was printed so far. */
    public List<PrintedJob> printed() {
        return List.copyOf(printed);
    }

    private void answer(HttpExchange exchange) throws IOException {
        InputStream body = exchange.getRequestBody();
        IppMessage answer;
        try {
            IppMessage request = IppMessage.read(body);
            answer = answer(request, body.readAllBytes());
        } catch (IppFormatException e) {
            exchange.sendResponseHeaders(400, -1);
            exchange.close();
            return;
        }
        if (jobs.mood() == PrinterMood.CRASHING) {
            exchange.close();
            return;
        }
        exchange.getResponseHeaders().set("Content-Type", "application/ipp");
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        answer.write(bytes);
        exchange.sendResponseHeaders(200, bytes.size());
        try (OutputStream out = exchange.getResponseBody()) {
            bytes.writeTo(out);
        }
    }

    private IppMessage answer(IppMessage request, byte[] document) throws IOException {
        Optional<IppGroup> operation = request.find(IppGroup.Kind.OPERATION);
        if (request.requestId() < 1 || operation.isEmpty() || !beginsAsItMust(operation.get())) {
            return status(request, IppStatus.BAD_REQUEST);
        }
        if (request.version() >> 8 < 1 || request.version() >> 8 > HIGHEST_VERSION) {
            return status(request, IppStatus.VERSION_NOT_SUPPORTED);
        }
        Optional<IppOperation> asked = IppOperation.find(request.code());
        if (asked.isEmpty()) {
            return status(request, IppStatus.OPERATION_NOT_SUPPORTED);
        }
        int job = job(operation.get());
        return switch (asked.get()) {
            case GET_PRINTER_ATTRIBUTES -> printer(request, operation.get());
            case VALIDATE_JOB -> check(request, operation.get()).orElseGet(() -> status(request, IppStatus.OK));
            case PRINT_JOB -> print(request, operation.get(), Optional.of(document));
            case CREATE_JOB -> print(request, operation.get(), Optional.empty());
            case SEND_DOCUMENT -> send(request, operation.get(), job, document);
            case GET_JOB_ATTRIBUTES ->
                jobs.has(job) ? ofJob(request, IppStatus.OK, job) : status(request, IppStatus.NOT_FOUND);
            case GET_JOBS -> list(request, operation.get());
            case CANCEL_JOB -> done(request, job, jobs.cancel(job));
            case HOLD_JOB -> done(request, job, jobs.change(job, IppJobState.PENDING, IppJobState.PENDING_HELD));
            case RELEASE_JOB -> done(request, job, jobs.change(job, IppJobState.PENDING_HELD, IppJobState.PENDING));
        };
    }

    /** By RFC 8011, section 4.1.4. */
    private static boolean beginsAsItMust(IppGroup operation) {
        List<IppAttribute> all = operation.attributes();
        return all.size() > 2
                && all.get(0).name().equals("attributes-charset")
                && all.get(1).name().equals("attributes-natural-language")
                && Set.of("printer-uri", "job-uri").contains(all.get(2).name());
    }

    /** The job that is meant: by its number, or by the end of its address; 0 for none. */
    private static int job(IppGroup operation) {
        Optional<IppValue> number = operation.find("job-id").map(IppAttribute::first);
        if (number.isPresent() && number.get() instanceof IppValue.Whole whole) {
            return whole.value();
        }
        String uri = text(operation, "job-uri").orElse("");
        String last = uri.substring(uri.lastIndexOf('/') + 1);
        return last.matches("\\d{1,8}") ? Integer.parseInt(last) : 0;
    }

    private static Optional<String> text(IppGroup group, String name) {
        return group.find(name)
                .map(IppAttribute::first)
                .flatMap(value -> value instanceof IppValue.Text text ? Optional.of(text.text()) : Optional.empty());
    }

    private IppMessage printer(IppMessage request, IppGroup operation) {
        boolean stopped = jobs.mood() == PrinterMood.PAPER_OUT && jobs.waiting() > 0;
        int state = stopped ? 5 : jobs.waiting() > 0 ? 4 : 3;
        Stream<IppAttribute> own = Stream.of(
                IppAttribute.of("printer-name", IppTag.NAME, "stand-in"),
                IppAttribute.of("printer-info", IppTag.TEXT, "A printer that keeps what it prints as files"),
                IppAttribute.of("printer-make-and-model", IppTag.TEXT, "Lectomen stand-in"),
                IppAttribute.of("printer-uri-supported", IppTag.URI, uri()),
                IppAttribute.of("printer-state", new IppValue.Enumerated(state)),
                IppAttribute.of("printer-state-reasons", IppTag.KEYWORD, stopped ? "media-empty-error" : "none"),
                IppAttribute.of("printer-is-accepting-jobs", new IppValue.Bool(jobs.mood() != PrinterMood.REFUSING)),
                IppAttribute.of("printer-up-time", new IppValue.Whole(PrinterJobs.upTime())),
                IppAttribute.of("queued-job-count", new IppValue.Whole(jobs.waiting())));
        List<IppAttribute> all = Stream.concat(own, Abilities.attributes(formats))
                .filter(wanted(operation, Set.of("printer-description", "job-template")))
                .toList();
        return answer(request, IppStatus.OK, new IppGroup(IppGroup.Kind.PRINTER, all));
    }

    /** @param groups of attributes that stand for all of them */
    private static Predicate<IppAttribute> wanted(IppGroup operation, Set<String> groups) {
        Set<String> asked = operation
                .find("requested-attributes")
                .map(one -> one.values().stream()
                        .map(value -> value instanceof IppValue.Text text ? text.text() : "")
                        .collect(Collectors.toSet()))
                .orElse(Set.of("all"));
        boolean all = asked.contains("all") || groups.stream().anyMatch(asked::contains);
        return attribute -> all || asked.contains(attribute.name());
    }

    /** Why a job can't be taken as it is asked for; empty where it can. */
    private Optional<IppMessage> check(IppMessage request, IppGroup operation) {
        if (jobs.mood() == PrinterMood.REFUSING) {
            return Optional.of(status(request, IppStatus.NOT_ACCEPTING_JOBS));
        }
        boolean knowsFormat = text(operation, "document-format")
                .map(format -> formats.contains(format) || format.equals("application/octet-stream"))
                .orElse(true);
        if (!knowsFormat) {
            return Optional.of(status(request, IppStatus.DOCUMENT_FORMAT_NOT_SUPPORTED));
        }
        List<IppAttribute> unsupported = Abilities.unsupported(ticket(request));
        boolean strictly = operation
                .find("ipp-attribute-fidelity")
                .map(IppAttribute::first)
                .filter(new IppValue.Bool(true)::equals)
                .isPresent();
        return unsupported.isEmpty() || !strictly
                ? Optional.empty()
                : Optional.of(answer(
                        request,
                        IppStatus.ATTRIBUTES_OR_VALUES_NOT_SUPPORTED,
                        new IppGroup(IppGroup.Kind.UNSUPPORTED, unsupported)));
    }

    private static List<IppAttribute> ticket(IppMessage request) {
        return request.find(IppGroup.Kind.JOB).map(IppGroup::attributes).orElse(List.of()).stream()
                .filter(one -> !NOT_OF_THE_TICKET.contains(one.name()))
                .toList();
    }

    private IppMessage print(IppMessage request, IppGroup operation, Optional<byte[]> document) throws IOException {
        Optional<IppMessage> refused = check(request, operation);
        if (refused.isPresent()) {
            return refused.get();
        }
        List<IppAttribute> asked = ticket(request);
        List<IppAttribute> unsupported = Abilities.unsupported(asked);
        List<IppAttribute> ticket =
                asked.stream().filter(one -> !unsupported.contains(one)).toList();
        String name = text(operation, "job-name").orElse("untitled");
        String user = text(operation, "requesting-user-name").orElse("anonymous");
        int job = jobs.create(name, user, ticket);
        if (document.isPresent()) {
            jobs.give(job, format(operation), document.get());
        }
        IppStatus status = unsupported.isEmpty() ? IppStatus.OK : IppStatus.OK_IGNORED_OR_SUBSTITUTED;
        return ofJob(request, status, job);
    }

    private static String format(IppGroup operation) {
        return text(operation, "document-format").orElse("application/pdf");
    }

    private IppMessage send(IppMessage request, IppGroup operation, int job, byte[] document) throws IOException {
        if (!jobs.has(job)) {
            return status(request, IppStatus.NOT_FOUND);
        }
        if (operation.find("last-document").isEmpty()) {
            return status(request, IppStatus.BAD_REQUEST);
        }
        return jobs.give(job, format(operation), document)
                ? ofJob(request, IppStatus.OK, job)
                : status(request, IppStatus.NOT_POSSIBLE);
    }

    private IppMessage done(IppMessage request, int job, boolean done) {
        IppStatus status = done ? IppStatus.OK : jobs.has(job) ? IppStatus.NOT_POSSIBLE : IppStatus.NOT_FOUND;
        return status(request, status);
    }

    private IppMessage list(IppMessage request, IppGroup operation) {
        boolean over = text(operation, "which-jobs").filter("completed"::equals).isPresent();
        List<IppGroup> groups = jobs.ids(over).stream()
                .map(id -> new IppGroup(
                        IppGroup.Kind.JOB,
                        jobs.attributes(id, uri()).stream()
                                .filter(listed(operation))
                                .toList()))
                .toList();
        return answer(request, IppStatus.OK, groups.toArray(IppGroup[]::new));
    }

    /** Of a list, only the number and the address unless more is asked for. */
    private static Predicate<IppAttribute> listed(IppGroup operation) {
        return operation.find("requested-attributes").isEmpty()
                ? attribute -> Set.of("job-id", "job-uri").contains(attribute.name())
                : wanted(operation, Set.of("job-description", "job-template"));
    }

    private IppMessage ofJob(IppMessage request, IppStatus status, int job) {
        return answer(request, status, new IppGroup(IppGroup.Kind.JOB, jobs.attributes(job, uri())));
    }

    private static IppMessage status(IppMessage request, IppStatus status) {
        return answer(request, status);
    }

    private static IppMessage answer(IppMessage request, IppStatus status, IppGroup... groups) {
        List<IppGroup> all = new ArrayList<>(List.of(IppGroup.of(
                IppGroup.Kind.OPERATION,
                IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en"),
                IppAttribute.of(
                        "status-message",
                        IppTag.TEXT,
                        status.name().toLowerCase(Locale.ROOT).replace('_', '-')))));
        all.addAll(List.of(groups));
        return new IppMessage(request.version(), status.code(), request.requestId(), all);
    }

    @Override
    public void close() {
        server.stop(0);
        jobs.close();
        threads.shutdownNow();
    }
}
