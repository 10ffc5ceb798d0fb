package lectomen.service.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.Sidecar;
import lectomen.engine.facts.FileFacts;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Planner;
import lectomen.engine.plan.RuleEvaluation;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.ConditionResult;
import lectomen.service.job.Job;
import lectomen.service.job.JobMove;
import lectomen.service.job.JobState;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Sorts the settled files of one hot folder into those that a rule may match and those that stay. What stays is told of once, by
 * a job of its own, and looked at again when it or the rulebook changes.
 */
final class SettledFileSorter {
    private static final String SERVICE = "service";
    private static final int TOLD_PER_WRITE = 200;

    private final Path folder;
    private final long source;
    private final RemainingFiles remaining;
    private final Store store;
    private final Jobs jobs;
    private final InstantSource clock;

    SettledFileSorter(Path folder, long source, RemainingFiles remaining, Store store, Jobs jobs, InstantSource clock) {
        this.folder = folder;
        this.source = source;
        this.remaining = remaining;
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** Begins a look at the folder. @param leaveOlder what is there now and is older than this is to be left */
    Round begin(Rulebook.Acting acting, Optional<Instant> leaveOlder) {
        return new Round(acting, leaveOlder);
    }

    void lookAnewAt(Set<String> jobs) {
        remaining.lookAnewAt(jobs);
    }

    int count(RemainingFiles.Why why) {
        return remaining.count(why);
    }

    private record Untold(String name, Path file, FileState state, FileType type, Reason reason) {}

    /** One look at the folder, or at some of its files. */
    final class Round {
        private final List<LiveRule> rules;
        private final long rulebookVersion;
        private final Optional<Instant> leaveOlder;
        private final Set<String> present = new HashSet<>();
        private final List<Untold> untold = new ArrayList<>();

        private Round(Rulebook.Acting acting, Optional<Instant> leaveOlder) {
            this.rules = acting.from(folder.toString());
            this.rulebookVersion = acting.version();
            this.leaveOlder = leaveOlder;
        }

        private String nameOf(Path file) {
            return folder.relativize(file).toString();
        }

        /** Whether the file stays where it is, as is known from before or was asked for; nothing is opened to tell. */
        boolean stays(Path file, FileState state) {
            String name = nameOf(file);
            if (leaveOlder.filter(before -> isOlder(file, before)).isPresent()) {
                store.write(db -> {
                    keep(entry(state, RemainingFiles.Why.LEFT, Optional.empty()), name, db);
                    return name;
                });
                return true;
            }
            if (remaining.isEmpty()) {
                return false;
            }
            present.add(remaining.key(name));
            return remaining
                    .find(name, state)
                    .filter(known ->
                            known.why() != RemainingFiles.Why.UNMATCHED || known.rulebookVersion() == rulebookVersion)
                    .isPresent();
        }

        private static boolean isOlder(Path file, Instant before) {
            try {
                return Files.getLastModifiedTime(file).toInstant().isBefore(before);
            } catch (IOException gone) {
                return false;
            }
        }

        /** What of an arrival some rule matches; what none matches is told of and stays. Files are not opened further than their heads. */
        Optional<ArrivalCandidate> findWanted(ArrivalCandidate candidate) {
            List<ArrivalCandidate.Piece> wanted = new ArrayList<>();
            boolean anyDocument = false;
            for (ArrivalCandidate.Piece piece : candidate.pieces()) {
                if (piece.role() == ArrivalCandidate.Role.SIDECAR) {
                    wanted.add(piece);
                    anyDocument |= piece.job().isPresent(); // it comes late, and goes to a job that there is
                } else {
                    Optional<ArrivalCandidate.Piece> document = piece.state().kind() == FileState.Kind.FOLDER
                            ? findWantedFolder(piece)
                            : findWantedFile(piece, dataFileOf(piece, candidate), isDataAlone(candidate));
                    document.ifPresent(wanted::add);
                    anyDocument |= document.isPresent();
                }
            }
            return anyDocument ? Optional.of(new ArrivalCandidate(wanted, candidate.fails())) : Optional.empty();
        }

        /** A data file that fails without its document is taken though no rule matches such files. */
        private static boolean isDataAlone(ArrivalCandidate candidate) {
            return candidate.fails().isPresent()
                    && candidate.pieces().size() == 1
                    && candidate.first().role() == ArrivalCandidate.Role.DOCUMENT;
        }

        /** The data file that rules may ask; of a document that fails since none came, they are asked as if one had. */
        private static Optional<Path> dataFileOf(ArrivalCandidate.Piece piece, ArrivalCandidate candidate) {
            boolean awaited = piece.role() == ArrivalCandidate.Role.LONE_DOCUMENT
                    && candidate.fails().isPresent();
            return awaited ? Optional.of(piece.file()) : piece.sidecar();
        }

        private Optional<ArrivalCandidate.Piece> findWantedFile(
                ArrivalCandidate.Piece piece, Optional<Path> sidecar, boolean anyhow) {
            Path file = piece.file();
            FileState state = piece.state();
            String name = nameOf(file);
            FileType type;
            try {
                type = StoredFile.typeOf(file);
            } catch (NoSuchFileException gone) {
                return Optional.empty();
            } catch (IOException e) {
                String problem = ProblemWords.ofDisk(e);
                Reason reason = Reason.of("file.unreadable", "problem", problem);
                untold.add(new Untold(name, file, state, FileType.UNKNOWN, reason));
                return Optional.empty();
            }
            Optional<Job> told = findTold(name);
            List<RuleEvaluation> considered = ask(file, state, type, sidecar);
            boolean wanted =
                    anyhow || type == FileType.EMPTY || considered.stream().anyMatch(SettledFileSorter::mayTake);
            if (wanted || told.filter(SettledFileSorter::isAskedFor).isPresent()) {
                return Optional.of(piece.of(told.map(Job::id)));
            }
            untold.add(new Untold(name, file, state, type, Planner.noneWants(considered)));
            return Optional.empty();
        }

        /** Tells of a file that the source has stay where it is. */
        void leave(FolderScan.Found found, Reason reason) {
            untold.add(new Untold(nameOf(found.path()), found.path(), found.state(), FileType.UNKNOWN, reason));
        }

        /** A dropped folder is wanted when any file in it is; the others then come along and are told of as jobs. */
        private Optional<ArrivalCandidate.Piece> findWantedFolder(ArrivalCandidate.Piece piece) {
            Path dropped = piece.file();
            FileState state = piece.state();
            if (findTold(nameOf(dropped)).filter(SettledFileSorter::isAskedFor).isPresent()) {
                Reason reason = Reason.of("folder.not-one");
                untold.add(new Untold(nameOf(dropped), dropped, state, FileType.UNKNOWN, reason));
                return Optional.empty();
            }
            Optional<Reason> whyNot = Optional.empty();
            try (Stream<Path> files = Files.walk(dropped)) {
                for (Path file :
                        (Iterable<Path>) files.filter(Files::isRegularFile).sorted()::iterator) {
                    FileType type = StoredFile.typeOf(file);
                    List<RuleEvaluation> considered = ask(file, FileState.of(file), type, Optional.empty());
                    if (considered.stream().anyMatch(SettledFileSorter::mayTake)) {
                        return Optional.of(piece);
                    }
                    whyNot = whyNot.or(() -> Optional.of(Planner.noneWants(considered)));
                }
            } catch (IOException | UncheckedIOException changing) {
                return Optional.empty();
            }
            whyNot.ifPresent(
                    reason -> untold.add(new Untold(nameOf(dropped), dropped, state, FileType.UNKNOWN, reason)));
            return Optional.empty();
        }

        private List<RuleEvaluation> ask(Path file, FileState state, FileType type, Optional<Path> sidecar) {
            String name = file.getFileName().toString();
            FileFacts.Circumstances bare =
                    StoredFile.circumstances(folder.relativize(file), state, StoredFile.ownerOf(file));
            FileFacts.Circumstances more =
                    sidecar.map(data -> bare.with(notRead(data))).orElse(bare);
            FileFacts facts =
                    new FileFacts(name, state.size(), type, Optional.of(folder.toString()), clock.instant(), more);
            return rules.stream()
                    .map(rule -> Planner.consider(rule.candidate(), facts))
                    .toList();
        }

        /** A data file that is there and was not looked into: what it says is open. */
        private static Sidecar notRead(Path data) {
            return Sidecar.of(data.getFileName().toString(), DataFormat.XML, "", 0, Map.of());
        }

        /** Writes down that a file was taken in place. Call it in the write that takes it. */
        void taken(JdbcClient db, ArrivalCandidate.Piece piece, String job) {
            remaining.keep(db, nameOf(piece.file()), entry(piece.state(), RemainingFiles.Why.TAKEN, Optional.of(job)));
        }

        /** Tells of a folder that was wanted but can't be moved. */
        void stuck(ArrivalCandidate.Piece folder) {
            Reason reason = Reason.of("file.stuck");
            untold.add(new Untold(nameOf(folder.file()), folder.file(), folder.state(), FileType.UNKNOWN, reason));
        }

        private void tellUnmatched() {
            for (int at = 0; at < untold.size(); at += TOLD_PER_WRITE) {
                List<Untold> part = untold.subList(at, Math.min(at + TOLD_PER_WRITE, untold.size()));
                store.write(db -> {
                    part.forEach(one -> tell(db, one));
                    return part;
                });
            }
            untold.clear();
        }

        private void tell(JdbcClient db, Untold one) {
            Optional<String> known = findTold(one.name()).map(Job::id);
            String id = known.orElseGet(() -> jobs.newId(db));
            if (known.isEmpty()) {
                String name = one.file().getFileName().toString();
                jobs.create(
                        db,
                        id,
                        Jobs.NewJob.of(source, name, one.state().size(), one.type(), JobState.WAITING),
                        SERVICE);
            }
            jobs.move(db, id, JobMove.to(JobState.UNMATCHED, one.reason()), SERVICE);
            keep(entry(one.state(), RemainingFiles.Why.UNMATCHED, Optional.of(id)), one.name(), db);
        }

        private RemainingFiles.Entry entry(FileState state, RemainingFiles.Why why, Optional<String> job) {
            return new RemainingFiles.Entry(RemainingFiles.FileMark.of(state), why, rulebookVersion, job);
        }

        private void keep(RemainingFiles.Entry file, String name, JdbcClient db) {
            remaining.keep(db, name, file);
            present.add(remaining.key(name));
        }

        /** Tells of what no rule matches. */
        void end() {
            tellUnmatched();
        }

        /** After a look at the whole folder: forgets the files that somebody took away, and ends the jobs that told of them. */
        void endOfAll() {
            tellUnmatched();
            List<String> gone = remaining.all().keySet().stream()
                    .filter(key -> !present.contains(key))
                    .toList();
            for (int at = 0; at < gone.size(); at += TOLD_PER_WRITE) {
                List<String> part = gone.subList(at, Math.min(at + TOLD_PER_WRITE, gone.size()));
                store.write(db -> {
                    part.forEach(key -> forget(db, key));
                    return part;
                });
            }
        }
    }

    private static boolean mayTake(RuleEvaluation considered) {
        return considered.takes()
                || considered.conditions().stream().anyMatch(seen -> seen.truth() == ConditionResult.OPEN);
    }

    /** The job that tells people of a file which was never taken. */
    private Optional<Job> findTold(String name) {
        return remaining
                .findJob(name)
                .flatMap(jobs::find)
                .filter(job -> job.state() == JobState.UNMATCHED || isAskedFor(job));
    }

    /** Whether somebody chose what becomes of the file, so that it is taken though no rule matches it. */
    private static boolean isAskedFor(Job job) {
        return job.state() == JobState.WAITING && job.arrival().isEmpty();
    }

    private void forget(JdbcClient db, String key) {
        Optional<Job> told = Optional.ofNullable(remaining.all().get(key))
                .flatMap(RemainingFiles.Entry::job)
                .flatMap(job -> jobs.find(db, job));
        remaining.forget(db, key);
        told.filter(job -> job.arrival().isEmpty() && (job.state() == JobState.UNMATCHED || isAskedFor(job)))
                .ifPresent(job ->
                        jobs.move(db, job.id(), JobMove.to(JobState.CANCELLED, Reason.of("file.gone")), SERVICE));
    }
}
