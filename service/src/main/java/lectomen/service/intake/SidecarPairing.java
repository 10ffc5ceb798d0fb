package lectomen.service.intake;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import lectomen.engine.data.DataFormat;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.SidecarSettings;

/**
 * Pairs documents with the data files beside them. Either's name tells that they belong together, or the data file names its
 * documents. One that is alone waits for the other; how that ends, the source says.
 *
 * <p>Each look hands in everything that has settled, and gets back what is ready. In between only the time since when something
 * is alone is remembered, on a clock that never jumps.
 */
final class SidecarPairing {
    /** What else there is to know: which document was taken without its data file, and what data files say. */
    interface Surroundings {
        /** The job of the document that was taken without a data file of that name. @param path below the hot folder */
        Optional<TakenEarlier> findTakenWithout(String path);

        /** Empty as long as the answer is not there. */
        Optional<DataQuestions.Told> ask(FolderScan.Found sidecar, DataFormat form, SidecarSettings settings);

        /** Forgets the answers about files that are no longer there. */
        void keepOnly(Set<Path> present);
    }

    /** @param ended whether its job has come to its end */
    record TakenEarlier(String job, boolean ended) {}

    /**
     * The result of one look.
     *
     * @param staying what is left where it is, each with the reason
     * @param waiting what waits for its other, each with what it waits for
     * @param next after which something may change by time alone
     */
    record Formed(
            List<ArrivalCandidate> candidates,
            Map<FolderScan.Found, Reason> staying,
            Map<Path, String> waiting,
            Duration next) {}

    private final Path hotFolder;
    private final SidecarSettings settings;
    private final Surroundings around;
    private final Map<Path, Long> aloneSince = new HashMap<>();

    // Of the look that is under way.
    private final List<ArrivalCandidate> candidates = new ArrayList<>();
    private final Map<FolderScan.Found, Reason> staying = new LinkedHashMap<>();
    private final Map<Path, String> waiting = new LinkedHashMap<>();
    private final Map<String, FolderScan.Found> byName = new HashMap<>();
    private Set<Path> growing = Set.of();
    private Duration next = Duration.ZERO;
    private long now;

    SidecarPairing(Path hotFolder, SidecarSettings settings, Surroundings around) {
        this.hotFolder = hotFolder;
        this.settings = settings;
        this.around = around;
    }

    /**
     * Forms candidates.
     *
     * @param settled everything that has settled and is not known to stay
     * @param stillGrowing what has not settled yet
     * @param nowNanos of a clock that never jumps
     */
    Formed form(List<FolderScan.Found> settled, Set<Path> stillGrowing, long nowNanos) {
        candidates.clear();
        staying.clear();
        waiting.clear();
        byName.clear();
        growing = stillGrowing;
        next = settings.waitTime();
        now = nowNanos;
        List<FolderScan.Found> documents = new ArrayList<>();
        List<FolderScan.Found> sidecars = new ArrayList<>();
        for (FolderScan.Found found : settled) {
            boolean data = found.state().kind() == FileState.Kind.FILE
                    && findForm(found.path()).isPresent();
            (data ? sidecars : documents).add(found);
            byName.put(key(found.path()), found);
        }
        Set<Path> present = settled.stream().map(FolderScan.Found::path).collect(Collectors.toSet());
        aloneSince.keySet().retainAll(present);
        around.keepOnly(present);
        if (settings.documents().isPresent()) {
            byList(documents, sidecars);
        } else {
            byNames(documents, sidecars);
        }
        return new Formed(List.copyOf(candidates), Map.copyOf(staying), Map.copyOf(waiting), next);
    }

    /** The form of a data file by its name; empty for a name that no sidecar has. */
    private Optional<DataFormat> findForm(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        return settings.forms().stream()
                .filter(form -> name.endsWith("." + form.word()))
                .findFirst();
    }

    private static String key(Path file) {
        return file.toString().toLowerCase(Locale.ROOT);
    }

    private void byNames(List<FolderScan.Found> documents, List<FolderScan.Found> sidecars) {
        Map<FolderScan.Found, List<FolderScan.Found>> documentsOf = new LinkedHashMap<>();
        Set<FolderScan.Found> spoken = new HashSet<>();
        for (FolderScan.Found document : documents) {
            List<FolderScan.Found> its = sidecarsOf(document.path());
            spoken.addAll(its);
            boolean coming = sidecarNames(document.path()).stream().anyMatch(this::isGrowing);
            if (coming) {
                waiting.put(document.path(), "its data file is still changing");
            } else if (its.isEmpty()) {
                loneDocument(document);
            } else if (its.size() > 1 && settings.twoAlike() == SidecarSettings.Alike.FAIL) {
                fail(List.of(document), its, Reason.of("sidecar.two", "names", names(its)));
            } else {
                FolderScan.Found counts = its.stream()
                        .max(Comparator.comparingLong(sidecar -> sidecar.state().mtime()))
                        .orElseThrow();
                documentsOf.computeIfAbsent(counts, key -> new ArrayList<>()).add(document);
            }
        }
        documentsOf.forEach((sidecar, its) -> together(sidecar, its));
        sidecars.stream().filter(sidecar -> !spoken.contains(sidecar)).forEach(this::loneSidecar);
    }

    /** All data files that the name of a document asks for. */
    private List<FolderScan.Found> sidecarsOf(Path document) {
        return sidecarNames(document).stream()
                .flatMap(name -> Optional.ofNullable(byName.get(name)).stream())
                .distinct()
                .toList();
    }

    private List<String> sidecarNames(Path document) {
        List<String> names = new ArrayList<>();
        for (SidecarSettings.Named named : settings.named()) {
            for (DataFormat form : settings.forms()) {
                String base = named.of(document.getFileName().toString());
                names.add(key(document.resolveSibling(base + "." + form.word())));
            }
        }
        return names;
    }

    private boolean isGrowing(String name) {
        return growing.stream().anyMatch(path -> key(path).equals(name));
    }

    /** A data file with its documents: taken, unless it can't be read and the source says to wait for a better one. */
    private void together(FolderScan.Found sidecar, List<FolderScan.Found> documents) {
        if (settings.broken() != SidecarSettings.Broken.WAIT) {
            take(documents, List.of(sidecar));
            return;
        }
        Optional<DataQuestions.Told> told = told(sidecar);
        if (told.isEmpty()) {
            waiting.put(sidecar.path(), "it is being read");
        } else if (told.get().problem().isEmpty() || patienceIsOver(sidecar.path())) {
            take(documents, List.of(sidecar)); // what can't be read is said when the document is examined
        } else {
            waiting.put(sidecar.path(), "it can't be read: " + told.get().problem());
        }
    }

    private Optional<DataQuestions.Told> told(FolderScan.Found sidecar) {
        return around.ask(sidecar, findForm(sidecar.path()).orElseThrow(), settings);
    }

    private void take(List<FolderScan.Found> documents, List<FolderScan.Found> sidecars) {
        Path counts = sidecars.get(0).path();
        List<ArrivalCandidate.Piece> pieces = new ArrayList<>();
        documents.forEach(document -> pieces.add(piece(document, ArrivalCandidate.Role.DOCUMENT, Optional.of(counts))));
        Set<FolderScan.Found> along = new LinkedHashSet<>(sidecars);
        documents.forEach(
                document -> along.addAll(settings.documents().isPresent() ? List.of() : sidecarsOf(document.path())));
        along.forEach(sidecar -> pieces.add(piece(sidecar, ArrivalCandidate.Role.SIDECAR, Optional.empty())));
        candidates.add(new ArrivalCandidate(pieces, Optional.empty()));
    }

    private void fail(List<FolderScan.Found> documents, List<FolderScan.Found> sidecars, Reason reason) {
        Optional<Path> first = sidecars.stream().map(FolderScan.Found::path).findFirst();
        List<ArrivalCandidate.Piece> pieces = new ArrayList<>();
        documents.forEach(document -> pieces.add(piece(
                document,
                first.isEmpty() ? ArrivalCandidate.Role.LONE_DOCUMENT : ArrivalCandidate.Role.DOCUMENT,
                first)));
        sidecars.forEach(sidecar -> pieces.add(piece(
                sidecar,
                documents.isEmpty() ? ArrivalCandidate.Role.DOCUMENT : ArrivalCandidate.Role.SIDECAR,
                Optional.empty())));
        candidates.add(new ArrivalCandidate(pieces, Optional.of(reason)));
    }

    private static ArrivalCandidate.Piece piece(
            FolderScan.Found found, ArrivalCandidate.Role role, Optional<Path> sidecar) {
        return new ArrivalCandidate.Piece(found.path(), found.state(), role, sidecar, Optional.empty());
    }

    private static String names(List<FolderScan.Found> files) {
        return files.stream().map(file -> file.path().getFileName().toString()).collect(Collectors.joining(", "));
    }

    private void loneDocument(FolderScan.Found document) {
        Reason reason =
                Reason.of("sidecar.missing", "wait", shown(settings.waitTime()), "sought", sought(document.path()));
        if (!patienceIsOver(document.path())) {
            waiting.put(document.path(), "waiting for its data file, " + sought(document.path()));
            return;
        }
        switch (settings.withoutSidecar()) {
            case FAIL -> fail(List.of(document), List.of(), reason);
            case TAKE ->
                candidates.add(new ArrivalCandidate(
                        List.of(piece(document, ArrivalCandidate.Role.LONE_DOCUMENT, Optional.empty())),
                        Optional.empty()));
            case LEAVE -> staying.put(document, reason);
        }
    }

    private String sought(Path document) {
        if (settings.documents().isPresent()) {
            return "one that names it";
        }
        String forms = settings.forms().stream().map(DataFormat::word).sorted().collect(Collectors.joining(" or "));
        return settings.named().get(0).of(document.getFileName().toString()) + "." + forms;
    }

    private void loneSidecar(FolderScan.Found sidecar) {
        Optional<TakenEarlier> document =
                around.findTakenWithout(hotFolder.relativize(sidecar.path()).toString());
        if (document.isPresent()) {
            late(sidecar, document.get());
            return;
        }
        if (!patienceIsOver(sidecar.path())) {
            waiting.put(sidecar.path(), "waiting for its document");
            return;
        }
        Reason reason = Reason.of("sidecar.alone", "wait", shown(settings.waitTime()));
        if (settings.withoutDocument() == SidecarSettings.Alone.LEAVE) {
            staying.put(sidecar, reason);
        } else {
            fail(List.of(), List.of(sidecar), reason);
        }
    }

    private void late(FolderScan.Found sidecar, TakenEarlier document) {
        Reason reason = Reason.of("sidecar.late", "job", document.job());
        switch (settings.late()) {
            case FAIL -> fail(List.of(), List.of(sidecar), reason);
            case LEAVE -> staying.put(sidecar, reason);
            case RUN_AGAIN -> {
                if (document.ended()) {
                    ArrivalCandidate.Piece piece = piece(sidecar, ArrivalCandidate.Role.SIDECAR, Optional.empty());
                    candidates.add(
                            new ArrivalCandidate(List.of(piece.of(Optional.of(document.job()))), Optional.empty()));
                } else {
                    waiting.put(sidecar.path(), "its document is still being processed in job " + document.job());
                    next = shorter(next, Duration.ofSeconds(1));
                }
            }
        }
    }

    private void byList(List<FolderScan.Found> documents, List<FolderScan.Found> sidecars) {
        Map<FolderScan.Found, List<FolderScan.Found>> listing = new LinkedHashMap<>();
        boolean reading = false;
        for (FolderScan.Found sidecar : sidecars) {
            Optional<DataQuestions.Told> told = told(sidecar);
            if (told.isEmpty()) {
                reading = true;
                waiting.put(sidecar.path(), "it is being read");
            } else if (!told.get().problem().isEmpty()) {
                broken(sidecar, told.get().problem());
            } else {
                listed(sidecar, told.get().documents())
                        .forEach(document -> listing.computeIfAbsent(document, key -> new ArrayList<>())
                                .add(sidecar));
            }
        }
        listing.forEach((document, its) -> {
            if (its.size() > 1) {
                twiceListed(document, its);
            }
        });
        for (FolderScan.Found document : documents) {
            if (reading && !listing.containsKey(document)) {
                waiting.put(document.path(), "a data file that may name it is being read");
            } else if (!listing.containsKey(document)) {
                loneDocument(document);
            }
        }
    }

    /** A document that two data files name; all that they name fails, or goes with the newer. */
    private void twiceListed(FolderScan.Found document, List<FolderScan.Found> sidecars) {
        Set<Path> paths = sidecars.stream().map(FolderScan.Found::path).collect(Collectors.toSet());
        List<ArrivalCandidate> both = candidates.stream()
                .filter(candidate -> candidate.pieces().stream().anyMatch(piece -> paths.contains(piece.file())))
                .toList();
        if (both.size() < 2) {
            return;
        }
        candidates.removeAll(both);
        if (settings.twoAlike() == SidecarSettings.Alike.FAIL) {
            Map<Path, ArrivalCandidate.Piece> pieces = new LinkedHashMap<>();
            both.forEach(candidate -> candidate.pieces().forEach(piece -> pieces.putIfAbsent(piece.file(), piece)));
            candidates.add(new ArrivalCandidate(
                    List.copyOf(pieces.values()), Optional.of(Reason.of("sidecar.two", "names", names(sidecars)))));
            return;
        }
        Path newest = sidecars.stream()
                .max(Comparator.comparingLong(sidecar -> sidecar.state().mtime()))
                .orElseThrow()
                .path();
        for (ArrivalCandidate candidate : both) {
            boolean keeps =
                    candidate.pieces().stream().anyMatch(piece -> piece.file().equals(newest));
            List<ArrivalCandidate.Piece> left = candidate.pieces().stream()
                    .filter(piece -> keeps || !piece.file().equals(document.path()))
                    .toList();
            candidates.add(new ArrivalCandidate(left, candidate.fails()));
        }
    }

    private void broken(FolderScan.Found sidecar, String problem) {
        if (settings.broken() == SidecarSettings.Broken.WAIT && !patienceIsOver(sidecar.path())) {
            waiting.put(sidecar.path(), "it can't be read: " + problem);
            return;
        }
        String name = sidecar.path().getFileName().toString();
        fail(List.of(), List.of(sidecar), Reason.of("sidecar.broken", "name", name, "problem", problem));
    }

    /** What becomes of a data file and the documents that it names; gives those that are there. */
    private List<FolderScan.Found> listed(FolderScan.Found sidecar, List<String> names) {
        List<FolderScan.Found> there = new ArrayList<>();
        Set<String> missing = new TreeSet<>();
        boolean coming = false;
        for (String name : names) {
            String key = key(sidecar.path().resolveSibling("x")).replaceFirst("x$", "") + name.toLowerCase(Locale.ROOT);
            FolderScan.Found document = byName.get(key);
            if (document == null || document.equals(sidecar)) {
                missing.add(name);
                coming |= isGrowing(key);
            } else if (!there.contains(document)) {
                there.add(document);
            }
        }
        String awaited = missing.isEmpty() ? "documents, and it names none" : String.join(", ", missing);
        boolean complete = missing.isEmpty() && !there.isEmpty();
        if (!complete && (coming || !patienceIsOver(sidecar.path()))) {
            waiting.put(sidecar.path(), "waiting for " + awaited);
            there.forEach(document -> waiting.put(document.path(), "its data file is waiting for " + awaited));
            return there;
        }
        Reason reason = Reason.of("sidecar.listed", "wait", shown(settings.waitTime()), "missing", awaited);
        if (complete || (settings.withoutDocument() == SidecarSettings.Alone.TAKE && !there.isEmpty())) {
            take(there, List.of(sidecar));
        } else if (settings.withoutDocument() == SidecarSettings.Alone.LEAVE) {
            staying.put(sidecar, reason);
            there.forEach(document -> staying.put(document, reason));
        } else {
            fail(there, List.of(sidecar), reason);
        }
        return there;
    }

    private boolean patienceIsOver(Path path) {
        long left = settings.waitTime().toNanos() - (now - aloneSince.computeIfAbsent(path, key -> now));
        if (left > 0) {
            next = shorter(next, Duration.ofNanos(left));
        }
        return left <= 0;
    }

    private static Duration shorter(Duration one, Duration other) {
        return one.compareTo(other) < 0 ? one : other;
    }

    private static String shown(Duration time) {
        return time.toSeconds() < 120 ? time.toSeconds() + " s" : time.toMinutes() + " min";
    }
}
