package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;
import lectomen.engine.data.DataFormat;
import lectomen.engine.data.DataValue;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.rule.SidecarSettings;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.DataAnswer;
import lectomen.engine.task.DataTask;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.workers.WorkerPool;

/**
 * Asks a worker which documents the data files in a hot folder name, and whether they can be read. Workers do the reading;
 * the scan of the folder never waits for them, but is called again once the answer is there. Safe for several threads.
 */
final class DataQuestions {
    private static final String BROKEN = "data.broken";

    /** What a data file says. @param problem why it can't be read, in words; empty where it can */
    record Told(List<String> documents, String problem) {
        Told {
            documents = List.copyOf(documents);
        }
    }

    private record Asked(FileState state, Optional<Told> told) {}

    private final WorkerPool workers;
    private final Executor askers;
    private final Runnable whenTold;
    private final Map<Path, Asked> asked = new ConcurrentHashMap<>();

    /** @param whenTold called when an answer has come */
    DataQuestions(WorkerPool workers, Executor askers, Runnable whenTold) {
        this.workers = workers;
        this.askers = askers;
        this.whenTold = whenTold;
    }

    /** What the file says in that state; empty as long as the answer is not there. */
    Optional<Told> ask(Path file, FileState state, DataFormat form, SidecarSettings settings) {
        Asked known = asked.get(file);
        if (known != null && known.state().equals(state)) {
            return known.told();
        }
        asked.put(file, new Asked(state, Optional.empty()));
        try {
            askers.execute(() -> {
                asked.put(file, new Asked(state, Optional.of(answer(file, form, settings))));
                whenTold.run();
            });
        } catch (RejectedExecutionException stopping) {
            asked.remove(file);
        }
        return Optional.empty();
    }

    /** Forgets all files but these. */
    void keepOnly(Set<Path> files) {
        asked.keySet().retainAll(files);
    }

    private Told answer(Path file, DataFormat form, SidecarSettings settings) {
        String expression = settings.documents().orElse(anything(form));
        try {
            ByteRef bytes = new ByteRef(ByteStore.hash(file), Files.size(file));
            DataTask task = new DataTask(
                    Task.PROTOCOL, "sidecar " + bytes.sha256(), bytes, form, expression, settings.namespaces());
            DataAnswer answer = workers.tell(task, sha256 -> Files.newInputStream(file));
            boolean unreadable = answer.reason().isPresent()
                    && (settings.documents().isPresent()
                            || answer.reason().get().code().equals(BROKEN));
            return unreadable
                    ? new Told(List.of(), answer.reason().get().words())
                    : new Told(answer.hits().stream().map(DataValue::value).toList(), "");
        } catch (IOException e) {
            return new Told(List.of(), ProblemWords.ofDisk(e));
        }
    }

    /** An expression that every readable file of the form has an answer to. */
    private static String anything(DataFormat form) {
        return switch (form) {
            case XML -> "count(/*)";
            case JSON -> "";
            case CSV -> "*";
        };
    }
}
