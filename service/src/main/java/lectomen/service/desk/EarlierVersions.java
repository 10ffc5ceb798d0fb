package lectomen.service.desk;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.plan.ForeseenFilings;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.file.Filing;
import lectomen.service.effect.Effect;
import lectomen.service.effect.Effects;
import lectomen.service.effect.StandingResults;
import lectomen.service.job.Job;
import lectomen.service.job.Jobs;
import lectomen.service.rulebook.Rulebook;
import lectomen.service.store.Store;

/** Finds what was filed of a document that comes again. */
public final class EarlierVersions {
    private final Store store;
    private final StandingResults standing;
    private final Effects effects;
    private final Jobs jobs;

    public EarlierVersions(Store store, StandingResults standing, Effects effects, Jobs jobs) {
        this.store = store;
        this.standing = standing;
        this.effects = effects;
        this.jobs = jobs;
    }

    /**
     * A version that is filed.
     *
     * @param output that was filed; empty for the document as it came in
     */
    public record EarlierVersion(String job, String fileName, String place, Instant at, Optional<String> output) {}

    /** What stands for the same document, or else in the place where this one will be filed. */
    Optional<EarlierVersion> find(Job job, List<ForeseenFilings.Foreseen> foreseen) {
        String rule = job.rule().map(ref -> ref.id()).orElse("");
        String lineage = store.read(db -> Rulebook.lineage(db, rule));
        Stream<Optional<String>> same = foreseen.stream()
                .map(filing -> filing.documentKey().flatMap(key -> standing.findOfDocument(lineage + " " + key)));
        Stream<Optional<String>> there =
                foreseen.stream().map(filing -> standing.findAt(filing.connection(), filing.place(), rule));
        return Stream.concat(same, there)
                .flatMap(Optional::stream)
                .flatMap(id -> effects.find(id).stream())
                .filter(effect -> !effect.jobId().equals(job.id()))
                .findFirst()
                .flatMap(this::version);
    }

    private Optional<EarlierVersion> version(Effect effect) {
        Optional<String> output =
                effect.request().as(Filing.class).findProduct().map(StepOutput::output);
        return jobs.find(effect.jobId())
                .map(earlier -> new EarlierVersion(
                        earlier.id(), earlier.name(), effect.place().orElse(""), earlier.changedAt(), output));
    }
}
