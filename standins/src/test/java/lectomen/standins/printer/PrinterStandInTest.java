package lectomen.standins.printer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.print.ipp.IppMessage;
import lectomen.engine.print.ipp.IppOperation;
import lectomen.engine.print.ipp.IppStatus;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The printer that stands in, asked as any client asks. */
class PrinterStandInTest {
    private static final byte[] PERMIT = "%PDF-1.7 a permit".getBytes(StandardCharsets.US_ASCII);
    private static final int PATIENCE_TURNS = 600;

    private static final IppAttribute LAST = IppAttribute.of("last-document", new IppValue.Bool(true));

    @TempDir
    private Path folder;

    private PrinterStandIn printer;

    @BeforeEach
    void start() throws IOException {
        printer = PrinterStandIn.start(0, folder, job -> {});
    }

    @AfterEach
    void stop() {
        printer.close();
    }

    private IppMessage ask(IppMessage request, byte[] document) throws Exception {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        request.write(body);
        body.writeBytes(document);
        HttpResponse<byte[]> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(printer.uri().replace("ipp:", "http:")))
                                .header("Content-Type", "application/ipp")
                                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertThat(answer.statusCode()).isEqualTo(200);
        return IppMessage.read(new ByteArrayInputStream(answer.body()));
    }

    private IppMessage ask(IppOperation operation, IppAttribute... more) throws Exception {
        return ask(request(operation, List.of(), more), new byte[0]);
    }

    private IppMessage request(IppOperation operation, List<IppAttribute> ticket, IppAttribute... more) {
        List<IppAttribute> all = new ArrayList<>(List.of(
                IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en"),
                IppAttribute.of("printer-uri", IppTag.URI, printer.uri())));
        all.addAll(List.of(more));
        return IppMessage.of(
                operation.code(),
                41,
                new IppGroup(IppGroup.Kind.OPERATION, all),
                new IppGroup(IppGroup.Kind.JOB, ticket));
    }

    private IppMessage print(String name, IppAttribute... ticket) throws Exception {
        IppAttribute called = IppAttribute.of("job-name", IppTag.NAME, name);
        IppAttribute format = IppAttribute.of("document-format", IppTag.MIME_MEDIA_TYPE, "application/pdf");
        return ask(request(IppOperation.PRINT_JOB, List.of(ticket), called, format), PERMIT);
    }

    private static IppAttribute id(IppMessage answer) {
        return answer.find(IppGroup.Kind.JOB).flatMap(job -> job.find("job-id")).orElseThrow();
    }

    private IppValue state(IppAttribute job) throws Exception {
        return ask(IppOperation.GET_JOB_ATTRIBUTES, job)
                .find(IppGroup.Kind.JOB)
                .flatMap(group -> group.find("job-state"))
                .orElseThrow()
                .first();
    }

    private void await(IppAttribute job, IppJobState wanted) throws Exception {
        for (int turn = 0; turn < PATIENCE_TURNS; turn++) {
            if (state(job).equals(new IppValue.Enumerated(wanted.code()))) {
                return;
            }
            Thread.sleep(20);
        }
        throw new AssertionError("The job is " + state(job) + ", not " + wanted);
    }

    @Test
    void whatIsPrintedIsKeptByteForByteWithItsTicket() throws Exception {
        IppMessage answer = print(
                "Permit 17/4",
                IppAttribute.of("copies", new IppValue.Whole(3)),
                IppAttribute.of("sides", IppTag.KEYWORD, "two-sided-long-edge"));
        assertThat(answer.code()).isEqualTo(IppStatus.OK.code());
        assertThat(answer.requestId()).isEqualTo(41);
        await(id(answer), IppJobState.COMPLETED);
        PrintedJob job = printer.printed().get(0);
        assertThat(job.copies()).isEqualTo(3);
        assertThat(job.ticket()).containsEntry("sides", "two-sided-long-edge");
        assertThat(Files.readAllBytes(job.document())).isEqualTo(PERMIT);
        assertThat(job.document().getFileName()).hasToString("0001 Permit 17_4.pdf");
    }

    @Test
    void itSaysWhatItCanDoAndOnlyWhatIsAskedFor() throws Exception {
        IppGroup all = ask(IppOperation.GET_PRINTER_ATTRIBUTES)
                .find(IppGroup.Kind.PRINTER)
                .orElseThrow();
        assertThat(all.find("media-supported").orElseThrow().values()).hasSize(3);
        assertThat(all.find("operations-supported").orElseThrow().values())
                .contains(new IppValue.Enumerated(IppOperation.RELEASE_JOB.code()));
        IppGroup some = ask(
                        IppOperation.GET_PRINTER_ATTRIBUTES,
                        IppAttribute.of("requested-attributes", IppTag.KEYWORD, "copies-supported"))
                .find(IppGroup.Kind.PRINTER)
                .orElseThrow();
        assertThat(some.attributes()).containsExactly(IppAttribute.of("copies-supported", new IppValue.Range(1, 99)));
    }

    @Test
    void aTicketItCantDoIsRefusedWhereFidelityIsAskedForAndElseChanged() throws Exception {
        IppAttribute tooMany = IppAttribute.of("copies", new IppValue.Whole(500));
        IppMessage strict = ask(
                request(
                        IppOperation.VALIDATE_JOB,
                        List.of(tooMany),
                        IppAttribute.of("ipp-attribute-fidelity", new IppValue.Bool(true))),
                new byte[0]);
        assertThat(strict.code()).isEqualTo(IppStatus.ATTRIBUTES_OR_VALUES_NOT_SUPPORTED.code());
        assertThat(strict.find(IppGroup.Kind.UNSUPPORTED).orElseThrow().attributes())
                .containsExactly(tooMany);
        IppMessage printed = print("many", tooMany);
        assertThat(printed.code()).isEqualTo(IppStatus.OK_IGNORED_OR_SUBSTITUTED.code());
        await(id(printed), IppJobState.COMPLETED);
        assertThat(printer.printed().get(0).copies()).isEqualTo(1);
    }

    @Test
    void aHeldJobIsPrintedOnceItIsReleased() throws Exception {
        IppAttribute job = id(print("poster", IppAttribute.of("job-hold-until", IppTag.KEYWORD, "indefinite")));
        assertThat(state(job)).isEqualTo(new IppValue.Enumerated(IppJobState.PENDING_HELD.code()));
        assertThat(ask(IppOperation.GET_JOBS).all(IppGroup.Kind.JOB)).hasSize(1);
        assertThat(ask(IppOperation.RELEASE_JOB, job).code()).isEqualTo(IppStatus.OK.code());
        await(job, IppJobState.COMPLETED);
        assertThat(ask(IppOperation.RELEASE_JOB, job).code()).isEqualTo(IppStatus.NOT_POSSIBLE.code());
        IppMessage over = ask(IppOperation.GET_JOBS, IppAttribute.of("which-jobs", IppTag.KEYWORD, "completed"));
        assertThat(over.all(IppGroup.Kind.JOB)).hasSize(1);
    }

    @Test
    void aDocumentCanFollowItsJob() throws Exception {
        IppAttribute job = id(ask(IppOperation.CREATE_JOB, IppAttribute.of("job-name", IppTag.NAME, "notice")));
        assertThat(ask(request(IppOperation.SEND_DOCUMENT, List.of(), job, LAST), PERMIT)
                        .code())
                .isEqualTo(IppStatus.OK.code());
        await(job, IppJobState.COMPLETED);
        assertThat(ask(request(IppOperation.SEND_DOCUMENT, List.of(), job), PERMIT)
                        .code())
                .as("it does not say whether it is the last")
                .isEqualTo(IppStatus.BAD_REQUEST.code());
        assertThat(ask(request(IppOperation.SEND_DOCUMENT, List.of(), job, LAST), PERMIT)
                        .code())
                .isEqualTo(IppStatus.NOT_POSSIBLE.code());
    }

    @Test
    void withoutPaperAJobWaitsAndCanBeCancelled() throws Exception {
        printer.setMood(PrinterMood.PAPER_OUT);
        IppAttribute first = id(print("first"));
        await(first, IppJobState.PROCESSING_STOPPED);
        IppGroup state = ask(IppOperation.GET_PRINTER_ATTRIBUTES)
                .find(IppGroup.Kind.PRINTER)
                .orElseThrow();
        assertThat(state.find("printer-state-reasons"))
                .contains(IppAttribute.of("printer-state-reasons", IppTag.KEYWORD, "media-empty-error"));
        IppAttribute second = id(print("second"));
        assertThat(ask(IppOperation.CANCEL_JOB, second).code()).isEqualTo(IppStatus.OK.code());
        printer.setMood(PrinterMood.GOOD);
        await(first, IppJobState.COMPLETED);
        assertThat(printer.printed()).extracting(PrintedJob::name).containsExactly("first");
    }

    @Test
    void onRequestItRefusesOrBreaksTheConnection() throws Exception {
        printer.setMood(PrinterMood.REFUSING);
        assertThat(print("refused").code()).isEqualTo(IppStatus.NOT_ACCEPTING_JOBS.code());
        printer.setMood(PrinterMood.CRASHING);
        assertThatThrownBy(() -> print("broken")).isInstanceOf(IOException.class);
        printer.setMood(PrinterMood.GOOD);
        IppMessage printed = print("good");
        await(id(printed), IppJobState.COMPLETED);
        assertThat(printer.printed()).extracting(PrintedJob::name).containsExactly("broken", "good");
    }

    @Test
    void whatIsNoRequestIsRefused() throws Exception {
        IppMessage unknown = IppMessage.of(
                0x7777,
                1,
                IppGroup.of(
                        IppGroup.Kind.OPERATION,
                        IppAttribute.of("attributes-charset", IppTag.CHARSET, "utf-8"),
                        IppAttribute.of("attributes-natural-language", IppTag.NATURAL_LANGUAGE, "en"),
                        IppAttribute.of("printer-uri", IppTag.URI, printer.uri())));
        assertThat(ask(unknown, new byte[0]).code()).isEqualTo(IppStatus.OPERATION_NOT_SUPPORTED.code());
        assertThat(ask(IppMessage.of(IppOperation.GET_JOBS.code(), 1), new byte[0])
                        .code())
                .isEqualTo(IppStatus.BAD_REQUEST.code());
        IppAttribute nowhere = IppAttribute.of("job-id", new IppValue.Whole(99));
        assertThat(ask(IppOperation.CANCEL_JOB, nowhere).code()).isEqualTo(IppStatus.NOT_FOUND.code());
    }
}
