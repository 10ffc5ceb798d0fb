package lectomen.service.effect.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import lectomen.engine.reason.Reason;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.service.ServiceFixture;
import lectomen.service.counter.Counters;
import lectomen.service.destination.Destination;
import lectomen.service.destination.Destinations;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.ListResult;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.VerifyResult;
import lectomen.service.destination.WithdrawResult;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.Effects;
import lectomen.service.effect.StandingResults;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A destination that may replace files of others is used only where the rule allows it. */
class MayReplaceTest {
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

    /** Puts whatever comes under its name, and knows of nothing else. */
    private static final class Careless implements Destination {
        @Override
        public boolean mayReplace() {
            return true;
        }

        @Override
        public boolean canBeAsked() {
            return false;
        }

        @Override
        public Optional<PlaceResult> findPlaced(FilingOrder order, Bytes bytes) {
            throw new UnsupportedOperationException();
        }

        @Override
        public VerifyResult verify(FilingOrder.Own own) {
            throw new UnsupportedOperationException();
        }

        @Override
        public ListResult list(List<String> folder, int most) {
            throw new UnsupportedOperationException();
        }

        @Override
        public PlaceResult place(FilingOrder order, Bytes bytes, Consumer<String> intend) {
            intend.accept(order.name());
            return new PlaceResult.Placed(order.name(), "put", Optional.empty());
        }

        @Override
        public WithdrawResult withdraw(
                String effectId,
                FilingOrder.Own own,
                Optional<IntFunction<Filing.Target.Place>> older,
                Consumer<String> intend) {
            throw new UnsupportedOperationException();
        }

        @Override
        public void clear(FilingOrder order) {}

        @Override
        public String shown(String place) {
            return place;
        }
    }

    private EffectResult file(Boolean mayReplace) throws Exception {
        Effects effects = new Effects(fixture.store, fixture.ledger, fixture.keyed, fixture.clock);
        Destinations careless = new Destinations() {
            @Override
            public Optional<Destination> find(String connection) {
                return Optional.of(new Careless());
            }

            @Override
            public String settings(String connection) {
                return "";
            }
        };
        FileEffect kind = new FileEffect(
                fixture.store,
                fixture.jobs,
                effects,
                new StandingResults(fixture.store, fixture.keyed),
                fixture.bytes,
                new Counters(fixture.store, fixture.ledger, ZoneOffset.UTC, fixture.clock),
                new SameDocument(fixture.store, effects, fixture.keyed),
                careless,
                Locale.UK);
        String job = fixture.send("notice.txt", "NOTICE");
        Filing filing = new Filing(
                1,
                "far",
                "",
                "notice",
                Map.of(),
                "txt",
                WhenTaken.FAIL,
                null,
                null,
                null,
                null,
                null,
                null,
                mayReplace);
        fixture.store.write(db -> {
            fixture.jobs.move(db, job, JobMove.to(JobState.WORKING), "service");
            Job working = fixture.jobs.find(db, job).orElseThrow();
            return kind.intend(db, working, List.of(), filing);
        });
        Effect effect = fixture.store.read(db -> effects.ofJob(db, job)).get(0);
        assertThat(kind.canBeAsked(effect)).isFalse();
        return kind.act(effect, place -> {});
    }

    @Test
    void withoutTheWordsOfTheRuleNothingIsPutThere() throws Exception {
        EffectResult result = file(null);
        assertThat(result).isInstanceOf(EffectResult.Failed.class);
        Reason reason = ((EffectResult.Failed) result).reason();
        assertThat(reason.words()).startsWith("Connection far can't keep from replacing a file with the same name.");
    }

    @Test
    void withThemItIsFiled() throws Exception {
        assertThat(file(true)).isInstanceOf(EffectResult.Done.class);
    }
}
