package lectomen.service.home;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import lectomen.engine.rule.Site;

/**
 * What the owner of a service decided, from {@code lectomen.yaml}.
 *
 * @param site parameters, names of connections, locale and zone, for rules
 * @param roots hot folders and destinations must lie under one of these
 * @param folders the folder of each connection, by its name
 */
public record Settings(Site site, List<Path> roots, Map<String, Path> folders, Workers workers) {
    public Settings {
        roots = List.copyOf(roots);
        folders = Map.copyOf(folders);
    }

    /**
     * Limits of the engine workers.
     *
     * @param memory of each, in megabytes of heap
     * @param timeLimit for one document
     * @param quiet after which an idle worker is stopped
     */
    public record Workers(int count, int memory, Duration timeLimit, Duration quiet) {}
}
