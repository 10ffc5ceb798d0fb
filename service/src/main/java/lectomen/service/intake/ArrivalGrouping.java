package lectomen.service.intake;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.rule.SourceSettings;

/** Groups settled files into arrivals: each file by itself, documents with their data files, or all together. */
final class ArrivalGrouping {
    private final SourceSettings settings;
    private final Optional<SidecarPairing> pairing;

    ArrivalGrouping(Path hotFolder, SourceSettings settings, SidecarPairing.Surroundings around) {
        this.settings = settings;
        this.pairing = settings.sidecar().map(sidecar -> new SidecarPairing(hotFolder, sidecar, around));
    }

    /** Whether it has to be shown everything that is in the folder, rather than what changed. */
    boolean needsAll() {
        return pairing.isPresent() || settings.arrives() == SourceSettings.Arrives.TOGETHER;
    }

    /**
     * Forms candidates.
     *
     * @param settled what has settled; everything, where {@link #needsAll}
     * @param growing what has not
     */
    SidecarPairing.Formed form(List<FolderScan.Found> settled, Set<Path> growing, long nowNanos) {
        SidecarPairing.Formed formed = pairing.map(each -> each.form(settled, growing, nowNanos))
                .orElseGet(() -> new SidecarPairing.Formed(
                        settled.stream()
                                .map(found -> ArrivalCandidate.of(found.path(), found.state()))
                                .toList(),
                        Map.of(),
                        Map.of(),
                        settings.sweep()));
        return settings.arrives() == SourceSettings.Arrives.TOGETHER ? together(formed, growing) : formed;
    }

    /** One arrival of everything, once nothing is awaited any more. What fails, fails by itself. */
    private static SidecarPairing.Formed together(SidecarPairing.Formed formed, Set<Path> growing) {
        if (!growing.isEmpty() || !formed.waiting().isEmpty()) {
            return new SidecarPairing.Formed(List.of(), formed.staying(), formed.waiting(), formed.next());
        }
        List<ArrivalCandidate> candidates = new ArrayList<>();
        List<ArrivalCandidate.Piece> all = new ArrayList<>();
        for (ArrivalCandidate candidate : formed.candidates()) {
            if (candidate.fails().isEmpty()) {
                all.addAll(candidate.pieces());
            } else {
                candidates.add(candidate);
            }
        }
        if (!all.isEmpty()) {
            candidates.add(new ArrivalCandidate(all, Optional.empty()));
        }
        return new SidecarPairing.Formed(candidates, formed.staying(), formed.waiting(), formed.next());
    }

    /** What is shown of files that wait for others. */
    static List<String> words(Path hotFolder, Map<Path, String> waiting) {
        return waiting.entrySet().stream()
                .map(one -> hotFolder.relativize(one.getKey()) + ": " + one.getValue())
                .sorted()
                .toList();
    }
}
