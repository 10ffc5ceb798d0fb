package lectomen.service.filing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.naming.SafeName;
import lectomen.engine.plan.Filing;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.bytes.DurableFiles;
import lectomen.service.job.Job;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/**
 * Returns files to people: failed files in a folder of their own, each beside a text that says why; originals where the rule
 * says so; and replies.
 */
public final class GiveBack {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String EXPLANATION_ENDING = ".reason.txt";

    private final Effects effects;
    private final Rulebook rulebook;
    private final InstantSource clock;

    GiveBack(Effects effects, Rulebook rulebook, InstantSource clock) {
        this.effects = effects;
        this.rulebook = rulebook;
        this.clock = clock;
    }

    void intend(JdbcClient db, Job job, Reason reason, String hotFolder) {
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
                Effects.Intent.of(0, Effect.Kind.GIVE_BACK, folder.root().toString(), folder.hotFolder(), request));
    }

    /**
     * Has a reply put where the sender of a document finds it.
     *
     * @param folder a path, or a name inside the hot folder
     * @return false, and nothing is done, if it is a name and there is no hot folder
     */
    public boolean answer(
            JdbcClient db, Job job, Optional<String> hotFolder, String folder, String name, String content) {
        Optional<SubmitterFolder> where = SubmitterFolder.find(hotFolder, folder);
        where.ifPresent(found -> intendAnswer(db, job, found, name, content));
        return where.isPresent();
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

    /** The values by which the present run of a job was filed, with where that was; empty where it was not. */
    public Optional<Map<String, String>> filedSlots(JdbcClient db, Job job) {
        return effects.ofJob(db, job.id()).stream()
                .filter(effect -> effect.stands() && effect.generation() == job.generation())
                .findFirst()
                .map(effect -> {
                    Map<String, String> slots = new HashMap<>(
                            JSON.readValue(effect.request(), Filing.class).slots());
                    String place = effect.place().orElse("");
                    int level = place.lastIndexOf('/');
                    slots.put("filed as", place.substring(level + 1));
                    slots.put("filed in", level < 0 ? "" : place.substring(0, level));
                    return slots;
                });
    }

    /** What goes back to people into a hot folder goes on to where that is now. */
    public static void folderMoved(JdbcClient db, String from, String to) {
        db.sql("""
                        update effect_words set request = json_set(request, '$.hotFolder', :to)
                        where json_extract(request, '$.hotFolder') = :from and effect_id in (
                            select id from effect where kind in ('give back', 'answer') and state in ('intended', 'acting', 'held'))
                        """).param("from", from).param("to", to).update();
        db.sql("""
                        update effect set connection = :to
                        where connection = :from and kind in ('give back', 'answer') and state in ('intended', 'acting', 'held')
                        """).param("from", from).param("to", to).update();
    }

    private void intendAnswer(JdbcClient db, Job job, SubmitterFolder folder, String name, String content) {
        AnswerRequest request = new AnswerRequest(folder.hotFolder(), folder.folder(), name, content);
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, Effect.Kind.ANSWER, folder.root().toString(), folder.hotFolder(), request));
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

    /** Whether a file starts as our explanation does; anything else of that name is somebody's own. */
    private static boolean isExplanation(Path text, String explanation) throws IOException {
        String firstLine = explanation.lines().findFirst().orElse("");
        try (Stream<String> lines = Files.lines(text, StandardCharsets.UTF_8)) {
            return lines.findFirst().filter(firstLine::equals).isPresent();
        } catch (UncheckedIOException notText) {
            return false;
        }
    }

    /**
     * Writes the explanation into the folder of the file; an earlier one of the same file is written again.
     *
     * @param beside any path in that folder
     */
    static void explain(Path beside, String place, String explanation) throws IOException {
        Path given = Path.of(place).getFileName();
        Path text = beside.resolveSibling(SafeName.withSuffix(given.toString(), EXPLANATION_ENDING));
        for (int number = 2; Files.exists(text) && !isExplanation(text, explanation); number++) {
            text = beside.resolveSibling(SafeName.withSuffix(given.toString(), "." + number + EXPLANATION_ENDING));
        }
        try (FileChannel out = FileChannel.open(
                text, StandardOpenOption.CREATE, StandardOpenOption.TRUNCATE_EXISTING, StandardOpenOption.WRITE)) {
            ByteBuffer buffer = ByteBuffer.wrap(explanation.getBytes(StandardCharsets.UTF_8));
            while (buffer.hasRemaining()) {
                out.write(buffer);
            }
            out.force(true);
        }
        FolderPermissions.make(text);
        DurableFiles.syncEntry(text);
    }
}
