package lectomen.service.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.plan.PlanRecord;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.engine.step.StepAddition;
import lectomen.engine.step.StepResult;
import lectomen.engine.step.StepWait;
import lectomen.service.ServiceFixture;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.WaitsFor;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PlansTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;

    @BeforeEach
    void open() throws Exception {
        fixture = new ServiceFixture(temp);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** A job whose plan waits for so long. */
    private String waiting(String name, Duration length) throws Exception {
        String id = fixture.send(name, name);
        Instant until = fixture.clock.instant().plus(length);
        StepWait wait = StepWait.until(until, Reason.of("plan.waits-for-time", "until", until.toString()));
        StepResult step = new StepResult(1, "wait", 5, new StepAddition.Wait(wait), List.of(), Optional.empty(), 0);
        PlanRecord plan = new PlanRecord(
                PlanRecord.FORM,
                new RuleRef("notes", 1),
                List.of(1),
                PlanRecord.Start.FIRST,
                Map.of(),
                List.of(),
                null,
                List.of(),
                List.of(new PlanRecord.RanStep(step, "")));
        fixture.store.write(db -> {
            fixture.jobs.move(db, id, JobMove.to(JobState.WORKING), "service");
            Job job = fixture.jobs.require(id);
            fixture.plans.letWait(db, job, plan, wait);
            return fixture.waits.settle(db, fixture.jobs.find(db, id).orElseThrow(), asked -> Optional.empty());
        });
        assertThat(fixture.jobs.require(id).waitsFor(WaitsFor.TIME)).isTrue();
        return id;
    }

    private int wakeDue() {
        return fixture.store.write(db -> fixture.plans.wakeDue(db, fixture.clock.millis()));
    }

    @Test
    void aPlanGoesOnOnceItsTimeHasComeAndNotBefore() throws Exception {
        String early = waiting("early.txt", Duration.ofHours(1));
        String late = waiting("late.txt", Duration.ofDays(1));
        assertThat(wakeDue()).isZero();
        fixture.clock.advance(Duration.ofHours(1));
        assertThat(wakeDue()).isOne();
        assertThat(fixture.jobs.require(early).waitsFor(WaitsFor.TURN)).isTrue();
        assertThat(fixture.jobs.require(late).waitsFor(WaitsFor.TIME)).isTrue();
        assertThat(wakeDue()).as("once").isZero();
    }

    @Test
    void whatIsHeldOrCancelledMeanwhileIsLeft() throws Exception {
        String held = waiting("held.txt", Duration.ofHours(1));
        String cancelled = waiting("cancelled.txt", Duration.ofHours(1));
        fixture.store.write(db -> {
            fixture.jobs.move(db, held, JobMove.to(JobState.HELD), "owner");
            fixture.jobs.move(db, cancelled, JobMove.to(JobState.CANCELLED), "owner");
            return held;
        });
        fixture.clock.advance(Duration.ofHours(2));
        assertThat(wakeDue()).isZero();
        assertThat(fixture.jobs.require(held).state()).isEqualTo(JobState.HELD);
    }

    /** With another order each look would go through all waiting jobs, with the one writer held up meanwhile. */
    @Test
    void thePlansWhoseTimeHasComeAreFoundByTheirIndexAlone() {
        List<String> steps = fixture.store.read(db -> db.sql("explain query plan " + Plans.DUE)
                .param(0)
                .query((row, n) -> row.getString("detail"))
                .list());
        assertThat(steps).hasSize(2);
        assertThat(steps.get(0)).contains("SEARCH p").contains("plan_by_time");
        assertThat(steps.get(1)).contains("SEARCH j").contains("id=?");
    }
}
