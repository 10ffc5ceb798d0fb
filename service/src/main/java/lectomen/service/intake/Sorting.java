package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Considered;
import lectomen.engine.plan.Planner;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.Facts;
import lectomen.engine.rule.Truth;
import lectomen.service.job.Job;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Sorts the settled files of one hot folder into those that a rule may want and those that stay where they are. A file that
 * stays is told of once, by a job of its own, and looked at again when it or the rulebook changes.
 */
final class Sorting {
    private static final String SERVICE = "service";

    private final String folder;
    private final long source;
    private final LyingFiles lying;
    private final Store store;
    private final Jobs jobs;
    private final InstantSource clock;

    Sorting(String folder, long source, LyingFiles lying, Store store, Jobs jobs, InstantSource clock) {
        this.folder = folder;
        this.source = source;
        this.lying = lying;
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** Begins a look at the folder. @param leave whether everything that lies there now is to be left */
    Round begin(Rulebook.Acting acting, boolean leave) {
        return new Round(acting, leave);
    }

    int countUnwanted() {
        return (int) lying.all().values().stream()
                .filter(file -> file.why() == LyingFiles.Why.UNWANTED)
                .count();
    }

    /** One look at the folder. */
    final class Round {
        private final List<LiveRule> rules;
        private final long rulebookVersion;
        private final boolean leave;
        private final Set<String> present = new HashSet<>();

        private Round(Rulebook.Acting acting, boolean leave) {
            this.rules = acting.from(folder);
            this.rulebookVersion = acting.version();
            this.leave = leave;
        }

        /** Whether the file stays where it is, as is known from before or was asked for; nothing is opened to tell. */
        boolean stays(String name, FileState state) {
            if (leave) {
                store.write(db -> {
                    keep(lying(state, LyingFiles.Why.LEFT, Optional.empty()), name, db);
                    return name;
                });
                return true;
            }
            if (lying.isEmpty()) {
                return false;
            }
            present.add(lying.key(name));
            return lying.find(name, state)
                    .filter(file -> file.why() == LyingFiles.Why.LEFT || file.rulebookVersion() == rulebookVersion)
                    .isPresent();
        }

        /** Asks the rules by what is known without opening the file further than its head. */
        Optional<Claims.Wanted> findWanted(Path file, FileState state) {
            String name = file.getFileName().toString();
            FileType type;
            try {
                type = Claims.typeOf(file);
            } catch (NoSuchFileException gone) {
                return Optional.empty();
            } catch (IOException e) {
                String problem = e.getClass().getSimpleName();
                tellUnwanted(name, state, FileType.UNKNOWN, Reason.of("file.unreadable", "problem", problem));
                return Optional.empty();
            }
            Facts facts = new Facts(name, state.size(), type, Optional.of(folder), clock.instant());
            List<Considered> considered = rules.stream()
                    .map(rule -> Planner.consider(rule.candidate(), facts))
                    .toList();
            if (type == FileType.EMPTY || considered.stream().anyMatch(Sorting::mayTake)) {
                Optional<String> earlierJob = lying.findJob(name).filter(Sorting.this::isUnwanted);
                return Optional.of(new Claims.Wanted(file, state, type, earlierJob));
            }
            tellUnwanted(name, state, type, Planner.noneWants(considered));
            return Optional.empty();
        }

        /** Tells of a file that was wanted but can't be moved. */
        void stuck(Claims.Stuck stuck) {
            Claims.Wanted one = stuck.wanted();
            String name = one.file().getFileName().toString();
            tellUnwanted(name, one.state(), one.type(), Reason.of("file.stuck", "problem", stuck.problem()));
        }

        private void tellUnwanted(String name, FileState state, FileType type, Reason reason) {
            Optional<String> known = lying.findJob(name).filter(Sorting.this::isUnwanted);
            store.write(db -> {
                String id = known.orElseGet(() -> jobs.newId(db));
                if (known.isEmpty()) {
                    Jobs.NewJob job =
                            new Jobs.NewJob(source, name, state.size(), type, Optional.empty(), JobState.WAITING);
                    jobs.create(db, id, job, SERVICE);
                }
                jobs.move(db, id, Jobs.Move.to(JobState.UNWANTED, reason), SERVICE);
                keep(lying(state, LyingFiles.Why.UNWANTED, Optional.of(id)), name, db);
                return id;
            });
        }

        private LyingFiles.Lying lying(FileState state, LyingFiles.Why why, Optional<String> job) {
            return new LyingFiles.Lying(LyingFiles.FileMark.of(state), why, rulebookVersion, job);
        }

        private void keep(LyingFiles.Lying file, String name, JdbcClient db) {
            lying.keep(db, name, file);
            present.add(lying.key(name));
        }

        /** Forgets the files that somebody took away, and ends the jobs that told of them. */
        void end() {
            lying.all().forEach((key, file) -> {
                if (!present.contains(key)) {
                    forget(key, file);
                }
            });
        }
    }

    private static boolean mayTake(Considered considered) {
        return considered.takes() || considered.conditions().stream().anyMatch(seen -> seen.truth() == Truth.OPEN);
    }

    private boolean isUnwanted(String job) {
        return jobs.find(job)
                .filter(found -> found.state() == JobState.UNWANTED)
                .isPresent();
    }

    private void forget(String key, LyingFiles.Lying file) {
        store.write(db -> {
            lying.forget(db, key);
            Optional<Job> told = file.job().flatMap(job -> jobs.find(db, job));
            told.filter(job -> job.state() == JobState.UNWANTED && job.arrival().isEmpty())
                    .ifPresent(job ->
                            jobs.move(db, job.id(), Jobs.Move.to(JobState.CANCELLED, Reason.of("file.gone")), SERVICE));
            return key;
        });
    }
}
