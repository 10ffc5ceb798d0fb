package lectomen.service.effect.answer;

import java.util.Optional;
import lectomen.service.effect.Effects;
import lectomen.service.effect.SubmitterFolder;
import lectomen.service.job.Job;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Replies to those who submitted a document. */
public final class Answers {
    private final Effects effects;

    public Answers(Effects effects) {
        this.effects = effects;
    }

    /**
     * Has a reply put where the sender of a document finds it.
     *
     * @param folder a path, or a name inside the hot folder
     * @return false, and nothing is done, if it is a name and there is no hot folder
     */
    public boolean intend(
            JdbcClient db, Job job, Optional<String> hotFolder, String folder, String name, String content) {
        Optional<SubmitterFolder> where = SubmitterFolder.find(hotFolder, folder);
        where.ifPresent(found -> intend(db, job, found, name, content));
        return where.isPresent();
    }

    private void intend(JdbcClient db, Job job, SubmitterFolder folder, String name, String content) {
        AnswerRequest request = new AnswerRequest(folder.hotFolder(), folder.folder(), name, content);
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, AnswerEffect.CODE, folder.root().toString(), folder.hotFolder(), request));
    }
}
