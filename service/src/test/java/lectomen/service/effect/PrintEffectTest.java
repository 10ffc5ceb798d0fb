package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import lectomen.engine.print.ipp.IppJobState;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.print.Printing;
import lectomen.engine.task.SheetsAnswer;
import lectomen.service.ServiceFixture;
import lectomen.service.home.PrinterSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.print.PrinterWatch;
import lectomen.service.print.Printers;
import lectomen.service.secret.HomeKey;
import lectomen.service.secret.SecretStore;
import lectomen.standins.printer.PrintedJob;
import lectomen.standins.printer.PrinterMood;
import lectomen.standins.printer.PrinterStandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Documents that are printed: once, however the printer behaves. */
class PrintEffectTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private PrinterStandIn printer;
    private Effects effects;
    private String job;

    @BeforeEach
    void start() throws IOException {
        fixture = new ServiceFixture(temp);
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        job = fixture.send("notice.txt", "NOTICE");
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            return job;
        });
        startPrinter();
    }

    private void startPrinter() throws IOException {
        printer = PrinterStandIn.start(0, temp.resolve("printed"), one -> {});
        PrinterSettings settings = new PrinterSettings(
                URI.create(printer.uri()), Optional.empty(), Optional.empty(), Map.of("sides", "two-sided-long-edge"));
        SecretStore secrets = new SecretStore(fixture.store, fixture.ledger, new HomeKey(new byte[32]), fixture.clock);
        fixture.printers.put("plan-room", new Printer(settings, secrets));
    }

    @AfterEach
    void stop() {
        printer.close();
        fixture.close();
    }

    private Effect intend(Map<String, String> ticket) {
        return intend(1, WhenInDoubt.ASK, "notice.txt", ticket);
    }

    private Effect intend(String name) {
        return intend(1, WhenInDoubt.ASK, name, Map.of());
    }

    /** The name of its job at the printer, with the mark of this home. */
    private String name(Effect effect) {
        String mark = fixture.keyed.of("names of print jobs").substring(0, 6);
        return "lectomen-" + mark + "-" + effect.id() + " "
                + effect.request().as(Printing.class).name();
    }

    /** The number of a job that has no document yet. */
    private int created(String name) throws Exception {
        Printer.Created made = fixture.printers.get("plan-room").create(name, Map.of());
        return ((Printer.Created.Job) made).number();
    }

    private Effect intend(int step, WhenInDoubt whenInDoubt, String name, Map<String, String> ticket) {
        Printing printing = new Printing(step, "plan-room", name, "text/plain", ticket, null, whenInDoubt, 0, null);
        String id = fixture.store.write(db -> {
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return effects.intend(db, working, Effects.Intent.of(step, "print", "plan-room", "", printing));
        });
        return effects.find(id).orElseThrow();
    }

    private Effect run(Effect effect) {
        fixture.runner.actOrWait(effects.find(effect.id()).orElseThrow());
        return effects.find(effect.id()).orElseThrow();
    }

    /** Says that an attempt was interrupted at that place. */
    private Effect interruptedAt(Effect effect, String place) {
        fixture.store.write(db -> {
            effects.acting(db, effect, place);
            return place;
        });
        return effect;
    }

    private String reason() {
        return fixture.runner.of(job).get(0).reason().orElseThrow().words();
    }

    @Test
    void aDocumentIsPrintedUnderOurNameAndTheTicketGoesOverTheDefaults() throws IOException {
        Effect done = run(intend(Map.of("copies", "3")));
        assertThat(done.state()).isEqualTo(Effect.State.DONE);
        PrintedJob printed = printer.printed().get(0);
        assertThat(printed.name()).isEqualTo(name(done));
        assertThat(printed.ticket()).containsEntry("copies", "3").containsEntry("sides", "two-sided-long-edge");
        assertThat(Files.readString(printed.document())).isEqualTo("NOTICE");
        assertThat(fixture.runner.of(job).get(0).place()).contains(printed.name() + ", job 1 on plan-room");
    }

    @Test
    void aTrayIsAskedForTogetherWithItsPaper() {
        run(intend(Map.of("media", "iso_a3_297x420mm", "media-source", "tray-2", "job-sheets", "standard")));
        assertThat(printer.printed().get(0).ticket())
                .containsEntry("media-source", "tray-2")
                .containsEntry("job-sheets", "standard")
                .containsKey("media-size")
                .doesNotContainKey("media");
        run(intend(2, WhenInDoubt.ASK, "notice.txt", Map.of("media-source", "attic")));
        assertThat(printer.printed()).as("it has no such tray").hasSize(1);
    }

    @Test
    void withoutPaperTheJobWaitsAndGoesOnByItself() {
        printer.setMood(PrinterMood.PAPER_OUT);
        Effect waits = run(intend(Map.of()));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        assertThat(reason()).contains("plan-room has it as job 1", "media-empty-error");
        printer.setMood(PrinterMood.GOOD);
        assertThat(run(waits).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).hasSize(1);
    }

    /** What the printer says that it can do, as the service has read it. */
    private void printerTakes(String... formats) {
        printer.setFormats(List.of(formats));
        fixture.abilities.put(
                "plan-room",
                new PrinterWatch(new Printers(fixture.printers, Map.of()), fixture.clock)
                        .findOrAsk("plan-room")
                        .orElseThrow());
    }

    @Test
    void ofADocumentThatThePrinterDoesNotTakeItsSheetsAreDrawn() throws IOException {
        printerTakes("image/pwg-raster");
        AtomicInteger drawn = new AtomicInteger();
        fixture.drawer = (task, from, keeping) -> {
            drawn.incrementAndGet();
            return SheetsInTests.draw(task, from, keeping, temp);
        };
        printer.setMood(PrinterMood.REFUSING);
        Effect waits = run(intend(Map.of("copies", "2", "number-up", "1")));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        printer.setMood(PrinterMood.GOOD);
        assertThat(run(waits).state()).isEqualTo(Effect.State.DONE);
        assertThat(drawn).as("it is kept for the next attempt").hasValue(1);
        PrintedJob job = printer.printed().get(0);
        assertThat(job.format()).isEqualTo("image/pwg-raster");
        assertThat(job.ticket()).containsEntry("copies", "2").doesNotContainKey("number-up");
        assertThat(job.sides()).hasSize(1);
        assertThat(job.sides().get(0).width()).isBetween(2_478, 2_482);
        assertThat(temp.resolve("sheets")).as("what was drawn is gone").isEmptyDirectory();
    }

    @Test
    void whatCantBeDrawnFailsWithItsReasonAndAWorkerThatEndedIsTriedAgain() throws IOException {
        printerTakes("image/jpeg");
        fixture.drawer = (task, from, keeping) -> SheetsAnswer.not(task, Reason.of("worker.died", "tries", "1"));
        Effect waits = run(intend(Map.of()));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        fixture.drawer = (task, from, keeping) -> SheetsAnswer.not(task, Reason.of("print.one-sheet", "sheets", "4"));
        assertThat(run(waits).state()).isEqualTo(Effect.State.ABANDONED);
        assertThat(reason()).contains("pictures of one sheet only, and this makes 4");
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    void aTicketThatThePrinterCantDoFailsWithItsReason() {
        Effect failed = run(intend(Map.of("copies", "500")));
        assertThat(failed.state()).isEqualTo(Effect.State.ABANDONED);
        assertThat(reason()).contains("plan-room does not take it", "(copies)");
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    void aPrinterThatIsAwayOrTakesNothingNowIsWaitedFor() {
        printer.setMood(PrinterMood.REFUSING);
        Effect waits = run(intend(Map.of()));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        assertThat(reason()).contains("not accepting jobs");
        printer.setMood(PrinterMood.GOOD);
        assertThat(run(waits).state()).isEqualTo(Effect.State.DONE);
    }

    @Test
    void aJobWhoseAnswerWasLostIsFoundAgainByItsNameAndPrintedOnce() {
        printer.setMood(PrinterMood.CRASHING);
        Effect waits = run(intend(Map.of()));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        printer.setMood(PrinterMood.GOOD);
        assertThat(run(waits).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).hasSize(1);
    }

    @Test
    void anAttemptThatWasInterruptedBeforeTheNumberWasWrittenDownStartsAgain() throws Exception {
        Effect begun = intend(Map.of());
        int number = created(name(begun));
        assertThat(run(begun).state()).isEqualTo(Effect.State.DONE);
        assertThat(fixture.printers.get("plan-room").find(number))
                .hasValueSatisfying(left -> assertThat(left.state()).isEqualTo(IppJobState.CANCELED));
        assertThat(printer.printed()).hasSize(1);
        assertThat(printer.printed().get(0).name()).isEqualTo(name(begun));
    }

    @Test
    void aNameThatLooksLikeANumberLeavesTheJobsOfOthersAlone() throws Exception {
        int stranger = created("Somebody's chart");
        Effect begun = intend("notice.txt, job " + stranger);
        assertThat(run(interruptedAt(begun, name(begun))).state()).isEqualTo(Effect.State.DONE);
        assertThat(fixture.printers.get("plan-room").find(stranger))
                .hasValueSatisfying(job -> assertThat(job.state().isEnd()).isFalse());
    }

    @Test
    void aNumberThatThePrinterHasGivenToSomebodyElseIsInDoubt() throws Exception {
        int stranger = created("Somebody's chart");
        Effect begun = intend(Map.of());
        assertThat(run(interruptedAt(begun, name(begun) + ", job " + stranger + ", sent"))
                        .state())
                .isEqualTo(Effect.State.IN_DOUBT);
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    void anAttemptThatWasInterruptedAfterItIsNotRepeated() throws Exception {
        Effect sent = intend(Map.of());
        int number = created(name(sent));
        byte[] notice = "NOTICE".getBytes(StandardCharsets.UTF_8);
        fixture.printers
                .get("plan-room")
                .send(number, "text/plain", notice.length, () -> new ByteArrayInputStream(notice));
        assertThat(run(interruptedAt(sent, name(sent) + ", job " + number + ", sent"))
                        .state())
                .isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).as("nothing was printed since").hasSize(1);
    }

    @Test
    void aJobThatThePrinterForgotIsInDoubt() {
        Effect begun = intend(Map.of());
        Effect doubted = run(interruptedAt(begun, name(begun) + ", job 77, sent"));
        assertThat(doubted.state()).isEqualTo(Effect.State.IN_DOUBT);
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    void aRuleCanSayThatItIsPrintedAgain() {
        Effect begun = intend(1, WhenInDoubt.REPEAT, "notice.txt", Map.of());
        Effect again = interruptedAt(begun, name(begun) + ", job 77, sent");
        run(again);
        assertThat(run(again).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).hasSize(1);
    }

    @Test
    void aDocumentIsSentToARawPortOnceAndIsInDoubtAfterAnInterruption() throws Exception {
        try (ServerSocket server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            CompletableFuture<String> taken = CompletableFuture.supplyAsync(() -> {
                try (Socket client = server.accept()) {
                    return new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                } catch (IOException e) {
                    throw new IllegalStateException(e);
                }
            });
            fixture.printers.clear();
            fixture.ports.put(
                    "plan-room",
                    PrintPort.of(new PrinterSettings(
                            URI.create("raw://localhost:" + server.getLocalPort()),
                            Optional.empty(),
                            Optional.empty(),
                            Map.of())));
            assertThat(run(intend(Map.of())).state()).isEqualTo(Effect.State.DONE);
            assertThat(taken.get()).isEqualTo("NOTICE");
            Effect begun = intend(2, WhenInDoubt.ASK, "notice.txt", Map.of());
            assertThat(run(interruptedAt(begun, name(begun) + ", sending")).state())
                    .isEqualTo(Effect.State.IN_DOUBT);
        }
        Effect waits = run(intend(3, WhenInDoubt.ASK, "other.txt", Map.of()));
        assertThat(waits.state()).isEqualTo(Effect.State.INTENDED);
        assertThat(run(waits).state()).as("nobody listens, so nothing was sent").isEqualTo(Effect.State.INTENDED);
    }
}
