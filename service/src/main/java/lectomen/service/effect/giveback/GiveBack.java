package lectomen.service.effect.giveback;

import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.effect.Effects;
import lectomen.service.effect.SubmitterFolder;
import lectomen.service.job.Job;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Returns files to people: failed files in a folder of their own, each beside a text that says why; and originals where the
 * rule says so.
 */
public final class GiveBack {

    private final Effects effects;
    private final Rulebook rulebook;
    private final InstantSource clock;

    public GiveBack(Effects effects, Rulebook rulebook, InstantSource clock) {
        this.effects = effects;
        this.rulebook = rulebook;
        this.clock = clock;
    }

    public void intend(JdbcClient db, Job job, Reason reason, String hotFolder) {
        String failedFolder = rulebook.acting().from(hotFolder).stream()
                .map(LiveRule::rule)
                .flatMap(rule -> rule.findFrom(hotFolder).stream())
                .map(RuleDocument.From::settings)
                .map(SourceSettings::failedFolder)
                .findFirst()
                .orElse(SourceSettings.DEFAULT_FAILED_FOLDER);
        SubmitterFolder.find(Optional.of(hotFolder), failedFolder)
                .ifPresent(folder -> intend(db, job, folder, explanation(job, reason)));
    }

    /** @param explanation that is put beside it; empty for none */
    private void intend(JdbcClient db, Job job, SubmitterFolder folder, String explanation) {
        GiveBackRequest request = new GiveBackRequest(
                folder.hotFolder(), folder.folder(), job.more().levels(), job.name(), explanation);
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, GiveBackEffect.CODE, folder.root().toString(), folder.hotFolder(), request));
    }

    /**
     * Has an original put into a folder, with the reason beside it if there is one.
     *
     * @return false, and nothing is done, if the folder is a name inside a hot folder and there is none
     */
    public boolean moveOriginal(
            JdbcClient db, Job job, Optional<String> hotFolder, String folder, Optional<Reason> reason) {
        Optional<SubmitterFolder> where = SubmitterFolder.find(hotFolder, folder);
        String explanation = reason.map(why -> explanation(job, why)).orElse("");
        where.ifPresent(found -> intend(db, job, found, explanation));
        return where.isPresent();
    }

    private String explanation(Job job, Reason reason) {
        String rule = job.rule()
                .map(ref -> "Rule:   " + ref.id() + " (version " + ref.version() + ")\n")
                .orElse("");
        return job.name() + " was not filed.\n\n"
                + "Reason: " + reason.words() + "\n"
                + rule
                + "Job:    " + job.id() + ", " + clock.instant().truncatedTo(ChronoUnit.SECONDS) + "\n\n"
                + "The original is kept. Correct the file and put it into the hot folder again,\n"
                + "or retry it unchanged: lectomen job retry " + job.id() + "\n";
    }
}
