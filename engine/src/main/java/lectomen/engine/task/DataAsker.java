package lectomen.engine.task;

import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Optional;
import lectomen.engine.data.DataFile;
import lectomen.engine.reason.Reason;

/** Queries data files. */
public final class DataAsker {
    private DataAsker() {}

    /** @throws IOException if the file's bytes are not available */
    public static DataAnswer ask(DataTask task, Examiner.ByteFetch bytes) throws IOException {
        byte[] content = Files.readAllBytes(bytes.fetch(task.data()));
        DataFile.Reading reading = DataFile.read(content, task.form(), task.namespaces());
        if (reading instanceof DataFile.Reading.Bad bad) {
            return not(task, bad.reason());
        }
        DataFile.Answer answer = ((DataFile.Reading.Good) reading).file().ask(task.expression());
        return answer instanceof DataFile.Answer.Hits found
                ? new DataAnswer(task.id(), Optional.empty(), found.hits())
                : not(task, ((DataFile.Answer.Wrong) answer).reason());
    }

    private static DataAnswer not(DataTask task, Reason reason) {
        return new DataAnswer(task.id(), Optional.of(reason), List.of());
    }
}
