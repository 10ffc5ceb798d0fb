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
import lectomen.engine.data.DataForm;
import lectomen.engine.data.Sidecar;
import lectomen.engine.identify.FileType;
import lectomen.engine.plan.Considered;
import lectomen.engine.plan.Planner;
import lectomen.engine.reason.ProblemWords;
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
 * Sorts what has settled in one hot folder into what a rule may want and what stays where it is. What stays is told of once, by
 * a job of its own, and looked at again when it or the rulebook changes.
 */
final class Sorting {
    private static final String SERVICE = "service";
    private static final int TOLD_PER_WRITE = 200;

    private final Path folder;
    private final long source;
    private final LyingFiles lying;
    private final Store store;
    private final Jobs jobs;
    private final InstantSource clock;

    Sorting(Path folder, long source, LyingFiles lying, Store store, Jobs jobs, InstantSource clock) {
        this.folder = folder;
        this.source = source;
        this.lying = lying;
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** Begins a look at the folder. @param leaveOlder what lies there now and is older than this is to be left */
    Round begin(Rulebook.Acting acting, Optional<Instant> leaveOlder) {
        return new Round(acting, leaveOlder);
    }

    void lookAnewAt(Set<String> jobs) {
        lying.lookAnewAt(jobs);
    }

    int count(LyingFiles.Why why) {
        return lying.count(why);
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
                    .filter(known ->
                            known.why() != LyingFiles.Why.UNWANTED || known.rulebookVersion() == rulebookVersion)
                    .isPresent();
        }

        private static boolean isOlder(Path file, Instant before) {
            try {
                return Files.getLastModifiedTime(file).toInstant().isBefore(before);
            } catch (IOException gone) {
                return false;
            }
        }

        /** What of a lot some rule wants; what none wants is told of and stays. Files are not opened further than their heads. */
        Optional<Lot> findWanted(Lot lot) {
            List<Lot.Piece> wanted = new ArrayList<>();
            boolean anyDocument = false;
            for (Lot.Piece piece : lot.pieces()) {
                if (piece.role() == Lot.Role.SIDECAR) {
                    wanted.add(piece);
                    anyDocument |= piece.job().isPresent(); // it comes late, and goes to a job that there is
                } else {
                    Optional<Lot.Piece> document = piece.state().kind() == FileState.Kind.FOLDER
                            ? findWantedFolder(piece)
                            : findWantedFile(piece, dataFileOf(piece, lot), isDataAlone(lot));
                    document.ifPresent(wanted::add);
                    anyDocument |= document.isPresent();
                }
            }
            return anyDocument ? Optional.of(new Lot(wanted, lot.fails())) : Optional.empty();
        }

        /** A data file that fails without its document is taken though no rule wants such files. */
        private static boolean isDataAlone(Lot lot) {
            return lot.fails().isPresent()
                    && lot.pieces().size() == 1
                    && lot.first().role() == Lot.Role.DOCUMENT;
        }

        /** The data file that rules may ask; of a document that fails since none came, they are asked as if one had. */
        private static Optional<Path> dataFileOf(Lot.Piece piece, Lot lot) {
            boolean awaited =
                    piece.role() == Lot.Role.LONE_DOCUMENT && lot.fails().isPresent();
            return awaited ? Optional.of(piece.file()) : piece.sidecar();
        }

        private Optional<Lot.Piece> findWantedFile(Lot.Piece piece, Optional<Path> sidecar, boolean anyhow) {
            Path file = piece.file();
            FileState state = piece.state();
            String name = nameOf(file);
            FileType type;
            try {
                type = KeptFile.typeOf(file);
            } catch (NoSuchFileException gone) {
                return Optional.empty();
            } catch (IOException e) {
                String problem = ProblemWords.ofDisk(e);
                Reason reason = Reason.of("file.unreadable", "problem", problem);
                untold.add(new Untold(name, file, state, FileType.UNKNOWN, reason));
                return Optional.empty();
            }
            Optional<Job> told = findTold(name);
            List<Considered> considered = ask(file, state, type, sidecar);
            boolean wanted =
                    anyhow || type == FileType.EMPTY || considered.stream().anyMatch(Sorting::mayTake);
            if (wanted || told.filter(Sorting::isAskedFor).isPresent()) {
                return Optional.of(piece.of(told.map(Job::id)));
            }
            untold.add(new Untold(name, file, state, type, Planner.noneWants(considered)));
            return Optional.empty();
        }

        /** Tells of a file that the source has stay where it is. */
        void leave(Looking.Found found, Reason reason) {
            untold.add(new Untold(nameOf(found.path()), found.path(), found.state(), FileType.UNKNOWN, reason));
        }

        /** A dropped folder is wanted when any file in it is; the others then come along and are told of as jobs. */
        private Optional<Lot.Piece> findWantedFolder(Lot.Piece piece) {
            Path dropped = piece.file();
            FileState state = piece.state();
            if (findTold(nameOf(dropped)).filter(Sorting::isAskedFor).isPresent()) {
                Reason reason = Reason.of("folder.not-one");
                untold.add(new Untold(nameOf(dropped), dropped, state, FileType.UNKNOWN, reason));
                return Optional.empty();
            }
            Optional<Reason> whyNot = Optional.empty();
            try (Stream<Path> files = Files.walk(dropped)) {
                for (Path file :
                        (Iterable<Path>) files.filter(Files::isRegularFile).sorted()::iterator) {
                    FileType type = KeptFile.typeOf(file);
                    List<Considered> considered = ask(file, FileState.of(file), type, Optional.empty());
                    if (considered.stream().anyMatch(Sorting::mayTake)) {
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

        private List<Considered> ask(Path file, FileState state, FileType type, Optional<Path> sidecar) {
            String name = file.getFileName().toString();
            Facts.Circumstances bare = KeptFile.circumstances(folder.relativize(file), state, KeptFile.ownerOf(file));
            Facts.Circumstances more =
                    sidecar.map(data -> bare.with(notRead(data))).orElse(bare);
            Facts facts = new Facts(name, state.size(), type, Optional.of(folder.toString()), clock.instant(), more);
            return rules.stream()
                    .map(rule -> Planner.consider(rule.candidate(), facts))
                    .toList();
        }

        /** A data file that is there and was not looked into: what it says is open. */
        private static Sidecar notRead(Path data) {
            return Sidecar.of(data.getFileName().toString(), DataForm.XML, "", 0, Map.of());
        }

        /** Writes down that a file was taken in place. Call it in the write that takes it. */
        void taken(JdbcClient db, Lot.Piece piece, String job) {
            lying.keep(db, nameOf(piece.file()), lying(piece.state(), LyingFiles.Why.TAKEN, Optional.of(job)));
        }

        /** Tells of a folder that was wanted but can't be moved. */
        void stuck(Lot.Piece folder) {
            Reason reason = Reason.of("file.stuck");
            untold.add(new Untold(nameOf(folder.file()), folder.file(), folder.state(), FileType.UNKNOWN, reason));
        }

        private void tellUnwanted() {
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
            jobs.move(db, id, Jobs.Move.to(JobState.UNWANTED, one.reason()), SERVICE);
            keep(lying(one.state(), LyingFiles.Why.UNWANTED, Optional.of(id)), one.name(), db);
        }

        private LyingFiles.Lying lying(FileState state, LyingFiles.Why why, Optional<String> job) {
            return new LyingFiles.Lying(LyingFiles.FileMark.of(state), why, rulebookVersion, job);
        }

        private void keep(LyingFiles.Lying file, String name, JdbcClient db) {
            lying.keep(db, name, file);
            present.add(lying.key(name));
        }

        /** Tells of what nobody wants. */
        void end() {
            tellUnwanted();
        }

        /** After a look at the whole folder: forgets the files that somebody took away, and ends the jobs that told of them. */
        void endOfAll() {
            tellUnwanted();
            List<String> gone = lying.all().keySet().stream()
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

    private static boolean mayTake(Considered considered) {
        return considered.takes() || considered.conditions().stream().anyMatch(seen -> seen.truth() == Truth.OPEN);
    }

    /** The job that tells people of a file which was never taken. */
    private Optional<Job> findTold(String name) {
        return lying.findJob(name)
                .flatMap(jobs::find)
                .filter(job -> job.state() == JobState.UNWANTED || isAskedFor(job));
    }

    /** Whether somebody chose what becomes of the file, so that it is taken though no rule wants it. */
    private static boolean isAskedFor(Job job) {
        return job.state() == JobState.WAITING && job.arrival().isEmpty();
    }

    private void forget(JdbcClient db, String key) {
        Optional<Job> told = Optional.ofNullable(lying.all().get(key))
                .flatMap(LyingFiles.Lying::job)
                .flatMap(job -> jobs.find(db, job));
        lying.forget(db, key);
        told.filter(job -> job.arrival().isEmpty() && (job.state() == JobState.UNWANTED || isAskedFor(job)))
                .ifPresent(job ->
                        jobs.move(db, job.id(), Jobs.Move.to(JobState.CANCELLED, Reason.of("file.gone")), SERVICE));
    }
}
