package lectomen.service.effect.print;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.WhenInDoubt;
import lectomen.engine.step.print.Printing;
import lectomen.service.ServiceFixture;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A queue that takes four at once, prints from 07:00 to 18:00, and lets nobody wait for more than an hour. */
class PrintQueuesTest {
    private static final String QUEUE = "plan-room";

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Effects effects;
    private final List<String> sent = new ArrayList<>();

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private String add(Map<String, String> ticket, @Nullable Boolean hold) {
        String job = send();
        String effect = fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            Job working = fixture.jobs.find(db, job).orElseThrow();
            Printing printing =
                    new Printing(1, QUEUE, "notice.txt", "text/plain", ticket, null, WhenInDoubt.ASK, 3, hold);
            String id = effects.intend(db, working, Effects.Intent.inForm(2, 1, PrintEffect.CODE, QUEUE, printing));
            fixture.queues.add(db, working, id, printing);
            return id;
        });
        sent.add(effect);
        return effect;
    }

    private String send() {
        try {
            return fixture.send("notice " + sent.size() + ".txt", "NOTICE " + sent.size());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private List<String> add(int count) {
        List<String> added = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            added.add(add(Map.of(), null));
        }
        return added;
    }

    private PrintItem item(String effect) {
        return fixture.queues.find(effect).orElseThrow();
    }

    private PrintItem.State state(String effect) {
        return item(effect).state();
    }

    private void printed(String effect) {
        fixture.store.write(db -> {
            fixture.queues.ended(db, effect, true);
            db.sql("update effect set state = 'done' where id = ?")
                    .param(effect)
                    .update();
            return effect;
        });
    }

    private List<String> waiting() {
        return fixture.queues.open(QUEUE, 100).stream()
                .filter(item -> item.state() == PrintItem.State.WAITING)
                .map(PrintItem::effect)
                .toList();
    }

    @Test
    void aFewGoAtOnceAndTheOthersInTheOrderInWhichTheyCame() {
        List<String> all = add(6);
        assertThat(all.subList(0, 4)).allMatch(effect -> state(effect) == PrintItem.State.PRINTING);
        assertThat(waiting()).containsExactly(all.get(4), all.get(5));
        assertThat(item(all.get(4)).reason().orElseThrow().words())
                .isEqualTo("It waits for its turn in queue plan-room.");
        printed(all.get(1));
        assertThat(state(all.get(1))).isEqualTo(PrintItem.State.PRINTED);
        assertThat(waiting()).containsExactly(all.get(5));
    }

    @Test
    void thoseOfAHigherPriorityComeFirstButNobodyWaitsForMoreThanTheLongestWait() {
        List<String> all = add(4);
        String slow = add(Map.of("job-priority", "10"), null);
        fixture.clock.advance(Duration.ofMinutes(10));
        String urgent = add(Map.of("job-priority", "90"), null);
        String usual = add(Map.of(), null);
        assertThat(waiting()).containsExactly(urgent, usual, slow);
        printed(all.get(0));
        assertThat(state(urgent)).isEqualTo(PrintItem.State.PRINTING);
        fixture.clock.advance(Duration.ofMinutes(51));
        printed(all.get(1));
        assertThat(state(slow)).as("it has waited for more than an hour").isEqualTo(PrintItem.State.PRINTING);
        assertThat(state(usual)).isEqualTo(PrintItem.State.WAITING);
    }

    @Test
    void whatIsHeldWaitsUntilSomebodyReleasesItAndOthersGoMeanwhile() {
        String poster = add(Map.of(), true);
        assertThat(state(poster)).isEqualTo(PrintItem.State.HELD);
        List<String> all = add(5);
        assertThat(fixture.queues.hold(item(all.get(4)), "person 1")).isTrue();
        assertThat(item(all.get(4)).heldBy()).contains("person 1");
        printed(all.get(0));
        assertThat(state(all.get(4))).isEqualTo(PrintItem.State.HELD);
        assertThat(fixture.queues.release(item(poster), "person 1")).isTrue();
        assertThat(state(poster)).isEqualTo(PrintItem.State.PRINTING);
        assertThat(fixture.queues.release(item(poster), "person 1")).as("once").isFalse();
    }

    @Test
    void whatHasBegunIsNotHeldHereAndWhatIsHeldIsNotSent() {
        String begun = add(Map.of(), null);
        Effect effect = effects.find(begun).orElseThrow();
        fixture.store.write(db -> {
            db.sql("update effect_words set place = 'lectomen-1' where effect_id = ?")
                    .param(begun)
                    .update();
            return begun;
        });
        assertThat(fixture.queues.hold(item(begun), "person 1")).isFalse();
        String poster = add(Map.of(), true);
        fixture.runner.cancel(
                effect.id(),
                new EffectResult.Failed(
                        Reason.of("print.withdrawn", "connection", QUEUE, "who", "Ivo"), JobState.CANCELLED));
        assertThat(state(begun)).as("it may be at the printer").isEqualTo(PrintItem.State.PRINTING);
        assertThat(effects.find(poster).orElseThrow().state()).isEqualTo(Effect.State.INTENDED);
    }

    @Test
    void outsideThePrintingHoursAllWait() {
        fixture.clock.setTo(Instant.parse("2027-03-01T18:00:00Z"));
        String late = add(Map.of(), null);
        assertThat(state(late)).isEqualTo(PrintItem.State.WAITING);
        assertThat(fixture.queues.opensAt(QUEUE)).contains(Instant.parse("2027-03-02T07:00:00Z"));
        assertThat(fixture.queues.letGo()).isFalse();
        fixture.clock.setTo(Instant.parse("2027-03-02T07:00:00Z"));
        assertThat(fixture.queues.letGo()).isTrue();
        assertThat(state(late)).isEqualTo(PrintItem.State.PRINTING);
    }

    @Test
    void peopleOrderWhatWaitsAndOnlyThat() {
        List<String> all = add(8);
        fixture.queues.order(QUEUE, List.of(all.get(7), all.get(5)), "person 1");
        assertThat(waiting()).containsExactly(all.get(4), all.get(7), all.get(6), all.get(5));
        fixture.queues.move(item(all.get(5)), true, "person 1");
        assertThat(waiting()).startsWith(all.get(5));
        fixture.queues.move(item(all.get(5)), false, "person 1");
        assertThat(waiting()).endsWith(all.get(5));
        assertThatThrownBy(() -> fixture.queues.order(QUEUE, List.of(all.get(0)), "person 1"))
                .isInstanceOf(PrintStateException.class)
                .hasMessageContaining("does not wait in queue plan-room any more");
    }

    @Test
    void theTicketOfWhatWaitsCanBeChangedAndCountsForItsSheets() {
        String poster = add(Map.of("copies", "2"), true);
        assertThat(item(poster)).returns(2, PrintItem::copies).returns(6, PrintItem::sheets);
        fixture.queues.change(item(poster), Map.of("sides", "two-sided-long-edge", "copies", "5"), "person 1");
        assertThat(item(poster)).returns(5, PrintItem::copies).returns(10, PrintItem::sheets);
        fixture.queues.change(item(poster), Map.of("copies", ""), "person 1");
        assertThat(fixture.queues.ticketOf(item(poster)))
                .containsEntry("copies", "2")
                .containsEntry("sides", "two-sided-long-edge");
        String gone = add(Map.of(), null);
        assertThatThrownBy(() -> fixture.queues.change(item(gone), Map.of("copies", "2"), "person 1"))
                .isInstanceOf(PrintStateException.class)
                .hasMessageContaining("has gone to the printer already");
    }

    @Test
    void figuresTellWhatWasPrintedAndOnHowManySheets() {
        add(3).forEach(this::printed);
        printed(add(Map.of("copies", "4"), null));
        Instant now = fixture.clock.instant();
        List<PrintFigures.Line> lines = new PrintFigures(fixture.store).between(now, now.plusSeconds(1));
        assertThat(lines).hasSize(1);
        assertThat(lines.get(0).printed().documents()).isEqualTo(4);
        assertThat(lines.get(0).printed().copies()).isEqualTo(7);
        assertThat(lines.get(0).printed().sheets()).isEqualTo(21);
        assertThat(new PrintFigures(fixture.store).between(now.plusSeconds(1), now.plusSeconds(2)))
                .isEmpty();
    }
}
