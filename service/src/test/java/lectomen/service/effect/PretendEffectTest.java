package lectomen.service.effect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.WhenInDoubt;
import lectomen.service.ServiceFixture;
import lectomen.service.destination.VerifyResult;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A kind of effect that nothing but this test knows runs like any other. */
class PretendEffectTest {
    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Effects effects;
    private String job;
    private Supplier<EffectResult> bell = () -> new EffectResult.NotNow(Reason.of("destination.away"));
    private Supplier<Optional<EffectResult>> asked = Optional::empty;
    private Optional<Reason> pause = Optional.empty();
    private final ConnectionLimits limits = new ConnectionLimits() {
        @Override
        public int atOnce(String connection) {
            return 1;
        }

        @Override
        public Optional<Reason> findPause(String connection) {
            return pause;
        }
    };

    private boolean canBeAsked = true;
    private WhenInDoubt whenInDoubt = WhenInDoubt.ASK;
    private int acts;
    private int settled;

    /** Rings a bell on the quay. */
    private final class Ring implements EffectKind {
        @Override
        public String code() {
            return "ring";
        }

        @Override
        public String title() {
            return "Ring";
        }

        @Override
        public Optional<EffectResult> ask(Effect effect) {
            return asked.get();
        }

        @Override
        public boolean isOfTheJob() {
            return true;
        }

        @Override
        public boolean canBeAsked(Effect effect) {
            return canBeAsked;
        }

        @Override
        public WhenInDoubt whenInDoubt(Effect effect) {
            return whenInDoubt;
        }

        @Override
        public EffectResult act(Effect effect, Attempt attempt) {
            acts++;
            attempt.begins("north quay");
            return bell.get();
        }

        @Override
        public String shown(String connection, String place) {
            return "the bell at the " + place;
        }
    }

    private EffectRunner runner(EffectKind... kinds) {
        EffectRunner runner = new EffectRunner(
                fixture.store,
                fixture.jobs,
                effects,
                new EffectKinds(List.of(kinds)),
                fixture.sources,
                fixture.endings,
                limits,
                fixture.clock);
        runner.settleWith((db, ended) -> settled++);
        return runner;
    }

    @BeforeEach
    void intend() throws IOException {
        fixture = new ServiceFixture(temp);
        effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        job = fixture.send("notice.txt", "NOTICE");
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return effects.intend(db, working, Effects.Intent.of(1, "ring", "bell", "", Map.of("times", 3)));
        });
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private Effect effect() {
        return fixture.store.read(db -> effects.ofJob(db, job)).get(0);
    }

    private EffectResult rang(String answer) {
        return new EffectResult.Done(
                "north quay", effect().bytes(), answer, Optional.empty(), false, EffectResult.Also.NOTHING, () -> {});
    }

    private EffectView run(EffectRunner runner) {
        try (runner) {
            runner.actOrWait(effect());
            return runner.of(job).get(0);
        }
    }

    @Test
    void whatWasDoneHasAReceiptAndSettlesItsJob() {
        bell = () -> rang("rang three times");
        EffectView view = run(runner(new Ring()));
        assertThat(view.state()).isEqualTo("done");
        assertThat(view.answer()).contains("rang three times");
        assertThat(view.place()).contains("the bell at the north quay");
        assertThat(settled).isOne();
    }

    @Test
    void anInterruptedOneIsAskedForAndNotDoneAgainWhereItIsFound() {
        fixture.store.write(db -> {
            effects.acting(db, effect(), "north quay");
            return job;
        });
        run(runner(new Ring()));
        assertThat(acts).as("it was not done, so it is").isOne();
        asked = () -> Optional.of(rang("rang before"));
        assertThat(run(runner(new Ring())).answer()).contains("rang before");
        assertThat(acts).isOne();
    }

    @Test
    void oneOfALaterFormWaitsForTheVersionThatCanReadIt() {
        fixture.store.write(
                db -> db.sql("update effect_words set request_form = 2").update());
        EffectView view = run(runner(new Ring()));
        assertThat(acts).isZero();
        assertThat(view.reason().map(Reason::code)).contains("effect.form-unknown");
    }

    @Test
    void whatCanNotBeVerifiedSaysSo() {
        try (EffectRunner runner = runner(new Ring())) {
            assertThat(runner.verify(effect().id())).isEqualTo(new VerifyResult.Unknown(Reason.of("effect.not-done")));
            bell = () -> rang("rang three times");
            runner.actOrWait(effect());
            assertThat(runner.verify(effect().id()))
                    .isEqualTo(new VerifyResult.Unknown(Reason.of("effect.not-verifiable", "connection", "bell")));
            assertThatThrownBy(() -> runner.verify("1-e99")).isInstanceOf(NoSuchEffectException.class);
        }
    }

    @Test
    void whatCanNotBeDoneNowIsTriedAgain() {
        EffectView view = run(runner(new Ring()));
        assertThat(view.state()).isEqualTo("intended");
        assertThat(view.nextTryAt()).isPresent();
        assertThat(view.reason().map(Reason::code)).contains("destination.away");
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void whatThrowsWaitsWithAReason() {
        bell = () -> {
            throw new IllegalStateException("the clapper is gone");
        };
        EffectView view = run(runner(new Ring()));
        assertThat(view.state()).isEqualTo("intended");
        assertThat(view.reason().map(Reason::code)).contains("destination.fault");
    }

    private EffectRunner interrupted(WhenInDoubt choice) {
        canBeAsked = false;
        whenInDoubt = choice;
        fixture.store.write(db -> {
            effects.acting(db, effect(), "north quay");
            return job;
        });
        return runner(new Ring());
    }

    @Test
    void anInterruptedOneThatCanNotBeAskedIsLeftToAPerson() {
        EffectView view = run(interrupted(WhenInDoubt.ASK));
        assertThat(view.state()).isEqualTo("in doubt");
        assertThat(acts).isZero();
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.IN_DOUBT);
        assertThat(fixture.jobs.require(job).reason().map(Reason::words))
                .contains(
                        "It can't be proved whether \"the bell at the north quay\" was completed on bell: the attempt was"
                                + " interrupted. Check there, then mark it as done, have it repeated, or leave it.");
    }

    @Test
    void aRuleCanSayThatItIsRepeatedOrLeft() {
        run(interrupted(WhenInDoubt.REPEAT));
        assertThat(acts).isOne();
        EffectView left = run(interrupted(WhenInDoubt.LEAVE));
        assertThat(acts).isOne();
        assertThat(left.state()).isEqualTo("abandoned");
        assertThat(fixture.jobs.require(job).reason().map(Reason::code)).contains("effect.left");
    }

    @Test
    void whatThrowsInTheMiddleIsInDoubtToo() {
        canBeAsked = false;
        bell = () -> {
            throw new IllegalStateException("the line is dead");
        };
        assertThat(run(runner(new Ring())).state()).isEqualTo("in doubt");
    }

    @Test
    void aPersonSettlesItAsDoneRepeatsItOrLeavesIt() {
        try (EffectRunner runner = interrupted(WhenInDoubt.ASK)) {
            runner.actOrWait(effect());
            runner.doubts().settle(effect().id(), EffectDoubts.Settlement.REPEAT, "person 1");
            assertThat(effect().state()).isEqualTo(Effect.State.INTENDED);
            assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.WAITING);
            fixture.store.write(db -> {
                effects.acting(db, effect(), "north quay");
                return job;
            });
            runner.actOrWait(effect());
            runner.doubts().settle(effect().id(), EffectDoubts.Settlement.DONE, "person 1");
            assertThat(runner.of(job).get(0).answer()).contains("confirmed by person 1");
            assertThat(settled).as("its job may end").isEqualTo(2);
            assertThatThrownBy(() -> runner.doubts().settle(effect().id(), EffectDoubts.Settlement.LEAVE, "person 1"))
                    .hasMessage("Effect 1-e1 is not in doubt: it is done");
        }
        assertThat(acts).as("nobody repeated it").isZero();
    }

    @Test
    void nothingIsSentOnAPausedConnection() {
        pause = Optional.of(Reason.of("connection.paused", "connection", "bell", "since", "noon"));
        EffectView view = run(runner(new Ring()));
        assertThat(acts).isZero();
        assertThat(view.reason().map(Reason::words))
                .contains(
                        "Connection bell was paused at noon. It is used again once it is resumed: connection resume bell.");
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.WAITING);
    }

    @Test
    void whatCanNotBeDoneEndsItsJob() {
        bell = () -> new EffectResult.Failed(Reason.of("connection.unknown", "connection", "bell"), JobState.FAILED);
        assertThat(run(runner(new Ring())).state()).isEqualTo("abandoned");
        assertThat(fixture.jobs.require(job).state()).isEqualTo(JobState.FAILED);
    }

    @Test
    void aKindThatThisVersionDoesNotKnowWaitsAndLosesNothing() {
        EffectView view = run(runner());
        assertThat(view.state()).isEqualTo("intended");
        assertThat(view.reason().map(Reason::code)).contains("destination.fault");
    }
}
