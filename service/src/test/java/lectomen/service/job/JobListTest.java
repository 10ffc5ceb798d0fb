package lectomen.service.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Predicate;
import lectomen.engine.identify.FileType;
import lectomen.engine.reason.Reason;
import lectomen.engine.rulefile.RuleRef;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Lists give exactly what a plain look at all jobs gives, whatever is asked and however the pages are cut. */
class JobListTest {
    private static final int JOBS = 400;

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private JobList list;
    private long folder;
    private final List<Job> all = new ArrayList<>();

    @BeforeEach
    void fill() throws IOException {
        fixture = new ServiceFixture(temp);
        Random random = new Random(7);
        long source = fixture.sources.ofFolder("/in");
        folder = fixture.sources.ofFolder("/in/rare");
        for (int i = 0; i < JOBS; i++) {
            String name = (random.nextInt(4) == 0 ? "Bulletin \u00c4 " : "permit-") + "%04d.pdf".formatted(i);
            fixture.clock.advance(Duration.ofSeconds(random.nextInt(90) - 5));
            String id = fixture.store.write(db -> {
                String made = fixture.jobs.newId(db);
                fixture.jobs.create(
                        db,
                        made,
                        Jobs.NewJob.of(
                                random.nextInt(7) == 0 ? folder : source, name, 1, FileType.PDF, JobState.WAITING),
                        "service");
                if (random.nextInt(3) > 0) {
                    fixture.jobs.setRule(db, made, new RuleRef(random.nextInt(10) == 0 ? "rare" : "common", 1));
                }
                return made;
            });
            JobState state = random.nextInt(20) == 0 ? JobState.FAILED : JobState.FILED;
            fixture.clock.advance(Duration.ofSeconds(random.nextInt(3)));
            fixture.store.write(db -> {
                JobMove move =
                        state == JobState.FAILED ? JobMove.to(state, Reason.of("file.empty")) : JobMove.to(state);
                fixture.jobs.move(db, id, move, "service");
                return id;
            });
        }
        for (int i = 1; i <= JOBS; i++) {
            all.add(fixture.jobs.require("1-" + i));
        }
        list = new JobList(fixture.store, fixture.jobs);
    }

    @AfterEach
    void close() {
        list.close();
        fixture.close();
    }

    private static Predicate<Job> plainly(JobList.Filter filter) {
        return job -> filter.state().filter(state -> state != job.state()).isEmpty()
                && filter.rule()
                        .filter(rule -> !job.rule().map(RuleRef::id).equals(Optional.of(rule)))
                        .isEmpty()
                && filter.name()
                        .filter(name -> !job.name().toLowerCase(Locale.ROOT).contains(name.toLowerCase(Locale.ROOT)))
                        .isEmpty()
                && filter.since()
                        .filter(since -> job.createdAt().isBefore(since))
                        .isEmpty()
                && filter.until()
                        .filter(until -> !job.createdAt().isBefore(until))
                        .isEmpty()
                && filter.source().filter(source -> source != job.source()).isEmpty()
                && filter.only()
                        .filter(only -> job.rule().isPresent()
                                ? !only.rules().contains(job.rule().get().id())
                                : !only.sources().contains(job.source()))
                        .isEmpty();
    }

    private static Comparator<Job> order(JobList.Order order) {
        Comparator<Job> byNumber = Comparator.comparingLong(Job::number);
        return switch (order) {
            case OLDEST -> byNumber;
            case NEWEST -> byNumber.reversed();
            case CHANGED ->
                Comparator.comparing(Job::changedAt).thenComparing(byNumber).reversed();
        };
    }

    private List<String> paged(JobList.Filter filter, JobList.Order order, int limit) {
        List<String> ids = new ArrayList<>();
        Optional<JobList.Cursor> from = Optional.empty();
        do {
            JobList.Page page = list.page(filter, order, from, limit);
            page.jobs().forEach(job -> ids.add(job.id()));
            from = page.next().flatMap(cursor -> JobList.Cursor.parse(cursor.text()));
        } while (from.isPresent());
        return ids;
    }

    @Test
    void everyFilterInEveryOrderGivesTheSameAsAPlainLook() {
        Instant middle = all.get(JOBS / 2).createdAt();
        int compared = 0;
        for (Optional<JobState> state : List.of(Optional.<JobState>empty(), Optional.of(JobState.FAILED))) {
            for (Optional<String> rule : List.of(Optional.<String>empty(), Optional.of("rare"), Optional.of("none"))) {
                for (Optional<String> name : List.of(
                        Optional.<String>empty(),
                        Optional.of("bulletin \u00e4"),
                        Optional.of("12"),
                        Optional.of("MIT-03"),
                        Optional.of("\"; drop"))) {
                    for (int more = 0; more < 4; more++) {
                        JobList.Filter filter = new JobList.Filter(
                                state,
                                rule,
                                name,
                                more == 1 ? Optional.of(middle) : Optional.empty(),
                                more == 1 ? Optional.of(middle.plusSeconds(3_000)) : Optional.empty(),
                                more == 2 ? Optional.of(folder) : Optional.empty(),
                                more == 3
                                        ? Optional.of(new JobList.Only(Set.of("rare"), Set.of(folder)))
                                        : Optional.empty());
                        for (JobList.Order order : JobList.Order.values()) {
                            List<String> wanted = all.stream()
                                    .filter(plainly(filter))
                                    .sorted(order(order))
                                    .map(Job::id)
                                    .toList();
                            assertThat(paged(filter, order, 37))
                                    .as(filter + " " + order)
                                    .isEqualTo(wanted);
                            compared += wanted.size();
                        }
                    }
                }
            }
        }
        assertThat(compared).as("the comparison was about something").isGreaterThan(2_000);
    }

    @Test
    void jobsThatCameAfterTheIndexWasMadeAreFound() {
        JobList.Filter filter = new JobList.Filter(
                Optional.empty(), Optional.empty(), Optional.of("kestrel"), Optional.empty(), Optional.empty());
        assertThat(paged(filter, JobList.Order.NEWEST, 10)).isEmpty();
        fixture.store.write(db -> {
            String made = fixture.jobs.newId(db);
            fixture.jobs.create(
                    db, made, Jobs.NewJob.of(1, "The Kestrel.pdf", 1, FileType.PDF, JobState.WAITING), "service");
            return made;
        });
        assertThat(paged(filter, JobList.Order.NEWEST, 10)).containsExactly("1-" + (JOBS + 1));
    }

    @Test
    void anIndexOfAnotherStoreIsMadeAnew() throws IOException {
        list.close();
        fixture.close();
        Files.copy(temp.resolve("store/search.db"), temp.resolve("other.db"));
        fixture = new ServiceFixture(temp.resolve("second"));
        Files.copy(temp.resolve("other.db"), temp.resolve("second/store/search.db"));
        list = new JobList(fixture.store, fixture.jobs);
        JobList.Filter filter = new JobList.Filter(
                Optional.empty(), Optional.empty(), Optional.of("permit"), Optional.empty(), Optional.empty());
        assertThat(paged(filter, JobList.Order.NEWEST, 10)).isEmpty();
    }

    @Test
    void countsFollowEveryMove() {
        long failed = all.stream().filter(job -> job.state() == JobState.FAILED).count();
        assertThat(fixture.jobs.counts()).containsEntry(JobState.FAILED, failed);
        long rare = all.stream()
                .filter(job -> job.state() == JobState.FILED
                        && job.rule().map(RuleRef::id).equals(Optional.of("rare")))
                .count();
        assertThat(fixture.jobs.countsByRule())
                .containsEntry(new JobCounts.Of(JobState.FILED, Optional.of("rare")), rare);
    }

    private JobList.Page named(String name) {
        JobList.Filter filter = new JobList.Filter(
                Optional.empty(), Optional.empty(), Optional.of(name), Optional.empty(), Optional.empty());
        return list.page(filter, JobList.Order.NEWEST, Optional.empty(), 10);
    }

    private void make(String id, String name) {
        long source = fixture.sources.ofFolder("/in");
        fixture.store.write(db -> {
            fixture.jobs.create(db, id, Jobs.NewJob.of(source, name, 1, FileType.PDF, JobState.WAITING), "service");
            return id;
        });
    }

    @Test
    void aJobThatCameAfterOnesOfHigherNumbersIsFoundByItsName() {
        String large = fixture.store.write(fixture.jobs::newId);
        String small = fixture.store.write(fixture.jobs::newId);
        make(small, "overtaking.pdf");
        assertThat(named("overtaking").jobs()).hasSize(1);
        assertThat(named("slow and large").jobs()).isEmpty();
        list.close();
        list = new JobList(fixture.store, fixture.jobs);
        make(large, "slow and large.pdf");
        assertThat(named("slow and large").jobs()).extracting(Job::id).containsExactly(large);
    }
}
