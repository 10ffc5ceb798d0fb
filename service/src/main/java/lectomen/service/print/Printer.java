package lectomen.service.print;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.print.ipp.IppMessage;
import lectomen.engine.print.ipp.IppOperation;
import lectomen.engine.print.ipp.IppStatus;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.service.connection.TrustedAuthorities;
import lectomen.service.home.PrinterSettings;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;

/** A printer that is asked by IPP over HTTP (RFC 8010, RFC 8011). Safe for several threads. */
public final class Printer {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration ANSWER = Duration.ofSeconds(30);
    private static final int SLOWEST_BYTES_A_SECOND = 100_000;
    private static final int LONGEST_NAME = 200;
    private static final int FIRST_ERROR = 0x0400;
    private static final String USER = "lectomen";

    private final PrinterSettings settings;
    private final SecretStore secrets;
    private final HttpClient http;
    private final AtomicInteger requests = new AtomicInteger();

    /** What is asked of it unless a rule says otherwise. */
    public Map<String, String> ticket() {
        return settings.ticket();
    }

    public String address() {
        return settings.address().toString();
    }

    public Printer(PrinterSettings settings, SecretStore secrets) {
        this.settings = settings;
        this.secrets = secrets;
        this.http = HttpClient.newBuilder()
                .connectTimeout(CONNECT)
                .followRedirects(HttpClient.Redirect.NEVER)
                .version(HttpClient.Version.HTTP_1_1)
                .sslContext(TrustedAuthorities.context(settings.certificate()))
                .build();
    }

    /** What a printer answered to a new job. */
    public sealed interface Created {
        /** It knows the job by that number. */
        record Job(int number) implements Created {}

        /** It does not take such a job. */
        record Refused(String answer) implements Created {}
    }

    /** Bytes of a document, from their beginning. */
    @FunctionalInterface
    public interface Document {
        InputStream open() throws IOException;
    }

    /**
     * Makes a job without a document.
     *
     * @param name of ours, by which the job is known again
     * @param ticket all that is asked for
     */
    public Created create(String name, Map<String, String> ticket) throws PrinterAwayException {
        IppMessage answer = ask(IppOperation.CREATE_JOB, List.of(job(ticket)), named(name), strictly());
        Optional<Integer> number = answer.find(IppGroup.Kind.JOB).flatMap(group -> whole(group, "job-id"));
        if (answer.code() < FIRST_ERROR && number.isPresent()) {
            return new Created.Job(number.get());
        }
        return refusedOrAway(answer);
    }

    /** Asks whether a job would be taken, before there is one. @return why it is not; empty where it is */
    public Optional<Created.Refused> validate(String name, String format, Map<String, String> ticket)
            throws PrinterAwayException {
        IppMessage answer =
                ask(IppOperation.VALIDATE_JOB, List.of(job(ticket)), named(name), format(format), strictly());
        return answer.code() < FIRST_ERROR ? Optional.empty() : Optional.of(refusedOrAway(answer));
    }

    private static IppGroup job(Map<String, String> ticket) {
        return new IppGroup(IppGroup.Kind.JOB, TicketAttribute.attributes(ticket));
    }

    private static Created.Refused refusedOrAway(IppMessage answer) throws PrinterAwayException {
        if (answer.code() < FIRST_ERROR) {
            throw new PrinterAwayException("its answer names no job");
        }
        if (answer.code() >= IppStatus.OPERATION_NOT_SUPPORTED.code()) {
            throw new PrinterAwayException(words(answer)); // it may take it later
        }
        return new Created.Refused(words(answer));
    }

    /** Gives a job its document. @return why it is not taken; empty where it is */
    public Optional<String> send(int number, String format, long size, Document document) throws PrinterAwayException {
        IppMessage request = request(
                IppOperation.SEND_DOCUMENT,
                List.of(),
                job(number),
                format(format),
                IppAttribute.of("last-document", new IppValue.Bool(true)));
        IppMessage answer = ask(request, Optional.of(document), size);
        return answer.code() < FIRST_ERROR ? Optional.empty() : Optional.of(words(answer));
    }

    /** A job by its number; empty where the printer does not know it any more. */
    public Optional<PrinterJob> find(int number) throws PrinterAwayException {
        IppMessage answer = ask(IppOperation.GET_JOB_ATTRIBUTES, List.of(), job(number));
        if (answer.code() == IppStatus.NOT_FOUND.code()) {
            return Optional.empty();
        }
        if (answer.code() >= FIRST_ERROR) {
            throw new PrinterAwayException(words(answer));
        }
        return answer.find(IppGroup.Kind.JOB).flatMap(Printer::job);
    }

    /** A job by the name that it was created under. */
    public Optional<PrinterJob> find(String name) throws PrinterAwayException {
        for (String which : List.of("not-completed", "completed")) {
            IppMessage answer = ask(
                    IppOperation.GET_JOBS,
                    List.of(),
                    IppAttribute.of("which-jobs", IppTag.KEYWORD, which),
                    IppAttribute.of(
                            "requested-attributes",
                            IppTag.KEYWORD,
                            "job-id",
                            "job-name",
                            "job-state",
                            "job-state-reasons"));
            if (answer.code() >= FIRST_ERROR) {
                throw new PrinterAwayException(words(answer));
            }
            Optional<PrinterJob> found = answer.all(IppGroup.Kind.JOB).stream()
                    .flatMap(group -> job(group).stream())
                    .filter(one -> one.name().equals(cut(name)))
                    .findFirst();
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /** Has the printer hold a job that it has not begun. @return whether it says that it does */
    public boolean hold(int number) throws PrinterAwayException {
        return ask(IppOperation.HOLD_JOB, List.of(), job(number)).code() < FIRST_ERROR;
    }

    /** @return whether the printer says that it released a job that it held */
    public boolean release(int number) throws PrinterAwayException {
        return ask(IppOperation.RELEASE_JOB, List.of(), job(number)).code() < FIRST_ERROR;
    }

    /** @return whether the printer says that it is cancelled */
    public boolean cancel(int number) throws PrinterAwayException {
        return ask(IppOperation.CANCEL_JOB, List.of(), job(number)).code() < FIRST_ERROR;
    }

    /** Why the printer prints nothing now, as it says it; empty where it prints. */
    public String troubles() throws PrinterAwayException {
        IppMessage answer = ask(
                IppOperation.GET_PRINTER_ATTRIBUTES,
                List.of(),
                IppAttribute.of("requested-attributes", IppTag.KEYWORD, "printer-state-reasons"));
        return answer.find(IppGroup.Kind.PRINTER).map(Printer::reasons).orElse("");
    }

    /** How it is and what it can do. */
    PrinterReport report(Instant now) throws PrinterAwayException {
        IppMessage answer = ask(
                IppOperation.GET_PRINTER_ATTRIBUTES,
                List.of(),
                IppAttribute.of(
                        "requested-attributes",
                        IppTag.KEYWORD,
                        Stream.concat(
                                        Stream.of("printer-state", "printer-state-reasons"),
                                        Stream.of(PrinterAbilities.attributes()))
                                .toArray(String[]::new)));
        IppGroup printer = answer.find(IppGroup.Kind.PRINTER)
                .orElseThrow(() -> new PrinterAwayException("it does not say what it can do: " + words(answer)));
        return new PrinterReport(
                now,
                Optional.empty(),
                printer.find("printer-state").map(Printer::state).orElse(""),
                reasons(printer),
                Optional.of(PrinterAbilities.of(printer)));
    }

    /** RFC 8011, section 5.4.11. */
    private static String state(IppAttribute attribute) {
        int code = attribute.first() instanceof IppValue.Enumerated number ? number.value() : 0;
        return switch (code) {
            case 3 -> "idle";
            case 4 -> "processing";
            case 5 -> "stopped";
            default -> "";
        };
    }

    private static String reasons(IppGroup printer) {
        return printer.find("printer-state-reasons")
                .map(Printer::texts)
                .filter(reasons -> !reasons.equals("none"))
                .orElse("");
    }

    private static Optional<PrinterJob> job(IppGroup group) {
        Optional<IppJobState> state = group.find("job-state")
                .map(IppAttribute::first)
                .flatMap(value ->
                        value instanceof IppValue.Enumerated one ? IppJobState.find(one.value()) : Optional.empty());
        return whole(group, "job-id")
                .flatMap(number -> state.map(now -> new PrinterJob(
                        number,
                        group.find("job-name").map(Printer::texts).orElse(""),
                        now,
                        group.find("job-state-reasons").map(Printer::texts).orElse(""))));
    }

    private static Optional<Integer> whole(IppGroup group, String name) {
        return group.find(name)
                .map(IppAttribute::first)
                .flatMap(
                        value -> value instanceof IppValue.Whole whole ? Optional.of(whole.value()) : Optional.empty());
    }

    private static String texts(IppAttribute attribute) {
        return attribute.values().stream()
                .map(value -> value instanceof IppValue.Text text
                        ? text.text()
                        : value instanceof IppValue.InLanguage text ? text.text() : "")
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
    }

    /** Its status, and what it says besides. */
    private static String words(IppMessage answer) {
        String code = Stream.of(IppStatus.values())
                .filter(status -> status.code() == answer.code())
                .map(status -> status.name().toLowerCase(Locale.ROOT).replace('_', ' '))
                .findFirst()
                .orElseGet(() -> "status 0x%04x".formatted(answer.code()));
        String unsupported = answer.find(IppGroup.Kind.UNSUPPORTED).stream()
                .flatMap(group -> group.attributes().stream())
                .map(IppAttribute::name)
                .collect(Collectors.joining(", "));
        return unsupported.isEmpty() ? code : code + " (" + unsupported + ")";
    }

    private static String cut(String name) {
        return name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME) : name;
    }

    private static IppAttribute named(String name) {
        return IppAttribute.of("job-name", IppTag.NAME, cut(name));
    }

    private static IppAttribute format(String format) {
        return IppAttribute.of("document-format", IppTag.MIME_MEDIA_TYPE, format);
    }

    private static IppAttribute strictly() {
        return IppAttribute.of("ipp-attribute-fidelity", new IppValue.Bool(true));
    }

    private static IppAttribute job(int number) {
        return IppAttribute.of("job-id", new IppValue.Whole(number));
    }

    private IppMessage ask(IppOperation operation, List<IppGroup> more, IppAttribute... attributes)
            throws PrinterAwayException {
        return ask(request(operation, more, attributes), Optional.empty(), 0);
    }

    /** The job's number follows the printer's address, as RFC 8011, section 4.1.5, asks for. */
    private IppMessage request(IppOperation operation, List<IppGroup> more, IppAttribute... attributes) {
        List<IppAttribute> all = new ArrayList<>(List.of(
                IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en"),
                IppAttribute.of("printer-uri", IppTag.URI, settings.address().toString())));
        List<IppAttribute> given = List.of(attributes);
        given.stream().filter(one -> one.name().equals("job-id")).forEach(all::add);
        all.add(IppAttribute.of("requesting-user-name", IppTag.NAME, USER));
        given.stream().filter(one -> !one.name().equals("job-id")).forEach(all::add);
        List<IppGroup> groups = new ArrayList<>(List.of(new IppGroup(IppGroup.Kind.OPERATION, all)));
        more.stream().filter(group -> !group.attributes().isEmpty()).forEach(groups::add);
        return new IppMessage(IppMessage.VERSION, operation.code(), requests.incrementAndGet(), groups);
    }

    private IppMessage ask(IppMessage request, Optional<Document> document, long size) throws PrinterAwayException {
        try {
            ByteArrayOutputStream head = new ByteArrayOutputStream();
            request.write(head);
            HttpRequest.Builder call = HttpRequest.newBuilder(http())
                    .timeout(ANSWER.plusSeconds(size / SLOWEST_BYTES_A_SECOND))
                    .header("Content-Type", "application/ipp")
                    .POST(body(head.toByteArray(), document, size));
            settings.signIn().ifPresent(signIn -> call.header("Authorization", basic(signIn.name(), signIn.secret())));
            HttpResponse<byte[]> answer = http.send(call.build(), HttpResponse.BodyHandlers.ofByteArray());
            if (answer.statusCode() != 200) {
                throw new PrinterAwayException("HTTP status " + answer.statusCode());
            }
            IppMessage message = IppMessage.read(new ByteArrayInputStream(answer.body()));
            if (message.requestId() != request.requestId()) {
                throw new PrinterAwayException("it answers another request");
            }
            return message;
        } catch (ConnectException e) {
            throw new PrinterAwayException("no connection");
        } catch (IOException | UncheckedIOException e) {
            throw new PrinterAwayException("no answer: " + e.getMessage());
        } catch (NoSuchSecretException e) {
            throw new PrinterAwayException("the secret for it is missing");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new PrinterAwayException("the service stopped");
        }
    }

    private URI http() {
        return settings.http();
    }

    private static HttpRequest.BodyPublisher body(byte[] head, Optional<Document> document, long size) {
        if (document.isEmpty()) {
            return HttpRequest.BodyPublishers.ofByteArray(head);
        }
        return HttpRequest.BodyPublishers.fromPublisher(
                HttpRequest.BodyPublishers.ofInputStream(() -> {
                    try {
                        return new SequenceInputStream(
                                new ByteArrayInputStream(head), document.get().open());
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                }),
                head.length + size);
    }

    private String basic(String name, String secret) {
        String password = secrets.open(secret).orElseThrow(() -> new NoSuchSecretException(secret));
        byte[] both = (name + ":" + password).getBytes(StandardCharsets.UTF_8);
        return "Basic " + Base64.getEncoder().encodeToString(both);
    }
}
