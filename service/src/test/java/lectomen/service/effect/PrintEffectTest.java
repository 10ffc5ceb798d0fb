package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.print.Printing;
import lectomen.service.ServiceFixture;
import lectomen.service.home.PrinterSettings;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.print.Printer;
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
        return intend(1, WhenInDoubt.ASK, ticket);
    }

    private Effect intend(int step, WhenInDoubt whenInDoubt, Map<String, String> ticket) {
        Printing printing = new Printing(step, "plan-room", "notice.txt", "text/plain", ticket, null, whenInDoubt);
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
        assertThat(printed.name()).isEqualTo("lectomen-" + done.id() + " notice.txt");
        assertThat(printed.ticket()).containsEntry("copies", "3").containsEntry("sides", "two-sided-long-edge");
        assertThat(Files.readString(printed.document())).isEqualTo("NOTICE");
        assertThat(fixture.runner.of(job).get(0).place()).contains(printed.name() + ", job 1 on plan-room");
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
    void anAttemptThatWasInterruptedBeforeTheDocumentWentStartsAgain() {
        Effect begun = interruptedAt(intend(Map.of()), "lectomen-x notice.txt, job 1");
        assertThat(run(begun).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).hasSize(1);
    }

    @Test
    void anAttemptThatWasInterruptedAfterItIsNotRepeated() {
        Effect done = run(intend(Map.of()));
        assertThat(done.state()).isEqualTo(Effect.State.DONE);
        Effect other =
                interruptedAt(intend(2, WhenInDoubt.ASK, Map.of("copies", "2")), "lectomen-x notice.txt, job 1, sent");
        assertThat(run(other).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).as("job 1 was printed, and nothing since").hasSize(1);
    }

    @Test
    void aJobThatThePrinterForgotIsInDoubt() {
        Effect doubted = run(interruptedAt(intend(Map.of()), "lectomen-x notice.txt, job 77, sent"));
        assertThat(doubted.state()).isEqualTo(Effect.State.IN_DOUBT);
        assertThat(printer.printed()).isEmpty();
    }

    @Test
    void aRuleCanSayThatItIsPrintedAgain() {
        Effect again = interruptedAt(intend(1, WhenInDoubt.REPEAT, Map.of()), "lectomen-x notice.txt, job 77, sent");
        run(again);
        assertThat(run(again).state()).isEqualTo(Effect.State.DONE);
        assertThat(printer.printed()).hasSize(1);
    }
}
