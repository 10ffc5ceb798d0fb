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
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.naming.SafeName;
import lectomen.engine.reason.Reason;
import lectomen.engine.rule.RuleDocument;
import lectomen.engine.rule.SourceSettings;
import lectomen.service.bytes.DurableFiles;
import lectomen.service.job.Job;
import lectomen.service.rulebook.LiveRule;
import lectomen.service.rulebook.Rulebook;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Gives back to people: failed files in a folder of their own, each beside a plain text that says why; originals where the rule
 * says; and answers.
 */
final class GiveBack {
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
        ForPeople.find(Optional.of(hotFolder), failedFolder)
                .ifPresent(folder -> intend(db, job, folder, explanation(job, reason)));
    }

    /** Has the document as it came put into a folder. @param explanation that is put beside it; empty for none */
    void intend(JdbcClient db, Job job, ForPeople folder, String explanation) {
        GiveBackRequest request = new GiveBackRequest(folder.hotFolder(), folder.folder(), job.name(), explanation);
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, Effect.Kind.GIVE_BACK, folder.root().toString(), folder.hotFolder(), request));
    }

    /** Has an answer put where whoever sent the document finds it. */
    void answer(JdbcClient db, Job job, ForPeople folder, String name, String content) {
        AnswerRequest request = new AnswerRequest(folder.hotFolder(), folder.folder(), name, content);
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, Effect.Kind.ANSWER, folder.root().toString(), folder.hotFolder(), request));
    }

    String explanation(Job job, Reason reason) {
        String rule = job.rule()
                .map(ref -> "Rule:   " + ref.id() + " (version " + ref.version() + ")\n")
                .orElse("");
        return job.name() + " was not filed.\n\n"
                + "Reason: " + reason.words() + "\n"
                + rule
                + "Job:    " + job.id() + ", " + clock.instant().truncatedTo(ChronoUnit.SECONDS) + "\n\n"
                + "The original is kept. Mend the file and drop it into the hot folder again,\n"
                + "or have it tried again as it is: lectomen job retry " + job.id() + "\n";
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
     * Writes the explanation into the folder of the file; an earlier one of the same file is written anew.
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
        LikeItsFolder.make(text);
        DurableFiles.syncEntry(text);
    }
}
