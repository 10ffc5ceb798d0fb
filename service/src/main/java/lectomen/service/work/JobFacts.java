package lectomen.service.work;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.facts.FileFacts;
import lectomen.service.job.Job;

/** What is known of a job's document without opening it. */
final class JobFacts {
    private JobFacts() {}

    /** @param folder that it came from; empty for an upload */
    static FileFacts of(Job job, Optional<String> folder, Instant now) {
        return new FileFacts(
                job.name(),
                job.size(),
                job.type(),
                folder,
                job.createdAt(),
                job.more().at(now));
    }
}
