package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.service.filing.EffectView;
import lectomen.service.job.Job;

/**
 * A job in a list.
 *
 * @param fileName as it came
 * @param state one of the frozen state codes
 * @param places where its outputs were filed, as whole paths
 */
record JobView(
        String id,
        String fileName,
        String state,
        Optional<String> rule,
        Optional<Integer> ruleVersion,
        Optional<ReasonView> reason,
        List<String> places,
        String type,
        long size,
        Optional<Instant> nextTryAt,
        Instant createdAt,
        Instant changedAt) {

    /** @param words the whole sentence */
    record ReasonView(String code, String words) {
        static ReasonView of(Reason reason) {
            return new ReasonView(reason.code(), reason.words());
        }
    }

    static JobView of(Job job, List<EffectView> effects) {
        return new JobView(
                job.id(),
                job.name(),
                job.state().code(),
                job.rule().map(ref -> ref.id()),
                job.rule().map(ref -> ref.version()),
                job.reason().map(ReasonView::of),
                effects.stream()
                        .filter(effect ->
                                effect.kind().equals("file") && effect.doneAt().isPresent())
                        .flatMap(effect -> effect.place().stream())
                        .toList(),
                job.type().word(),
                job.size(),
                job.nextTryAt(),
                job.createdAt(),
                job.changedAt());
    }
}
