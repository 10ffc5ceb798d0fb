package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.service.effect.EffectView;
import lectomen.service.job.Job;
import lectomen.service.job.WaitsFor;

/**
 * A job in a list.
 *
 * @param fileName as it came
 * @param state one of the frozen state codes
 * @param places where its outputs were filed, as whole paths; those that were replaced or withdrawn since are left out
 * @param subfolder where it was below its hot folder
 * @param priority from 1 to 100; more is sooner
 * @param holdWanted it is at work and will be held once its worker is done
 * @param resultOf the job whose result it is, when a result came back in
 * @param leftInFolder its file can't be removed and is still in its hot folder
 * @param hasOriginal its bytes were kept; false while its file is in its folder
 * @param partOf the job whose document this one was made out of
 * @param nextTryAt when a waiting job is tried next
 * @param waitsUntil the time that its rule has it wait for
 * @param version for conditional changes: grows with each change
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
        String subfolder,
        int priority,
        boolean holdWanted,
        Optional<String> resultOf,
        Optional<WholeView> partOf,
        boolean leftInFolder,
        boolean hasOriginal,
        Optional<Instant> originalRemovedAt,
        Optional<Instant> nextTryAt,
        Optional<Instant> waitsUntil,
        Instant createdAt,
        Instant changedAt,
        int version) {

    /** @param number of the documents that were made out of that job's, counted from 1 */
    record WholeView(String job, int number) {}

    /** @param words the whole sentence */
    record ReasonView(String code, String words) {
        static ReasonView of(Reason reason) {
            return new ReasonView(reason.code(), reason.words());
        }
    }

    static JobView of(Job job, List<EffectView> effects) {
        boolean timed = job.waitsFor(WaitsFor.TIME);
        return new JobView(
                job.id(),
                job.name(),
                job.state().code(),
                job.rule().map(ref -> ref.id()),
                job.rule().map(ref -> ref.version()),
                job.reason().map(ReasonView::of),
                effects.stream()
                        .filter(effect -> effect.kind().equals("file")
                                && effect.doneAt().isPresent()
                                && effect.endedAt().isEmpty())
                        .flatMap(effect -> effect.place().stream())
                        .toList(),
                job.type().word(),
                job.size(),
                job.more().subfolder(),
                job.priority(),
                job.holdWanted(),
                job.origin().map(Job.Origin::job),
                job.partOf().map(part -> new WholeView(part.job(), part.number())),
                job.leftInFolder(),
                job.original().isPresent(),
                job.originalRemovedAt(),
                timed ? Optional.empty() : job.nextTryAt(),
                timed ? job.nextTryAt() : Optional.empty(),
                job.createdAt(),
                job.changedAt(),
                job.version());
    }
}
