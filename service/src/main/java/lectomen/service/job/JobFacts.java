package lectomen.service.job;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;

/** What is known of a job's document without opening it. */
public final class JobFacts {
    private JobFacts() {}

    /** @param folder that it came from; empty for an upload */
    public static FileFacts of(Job job, Optional<String> folder, Instant now) {
        return new FileFacts(
                job.name(),
                job.size(),
                job.type(),
                folder,
                job.createdAt(),
                job.more().at(now));
    }
}
