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
import java.util.List;
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

/** Puts failed files into a folder of their own, each beside a plain text that says why. */
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
        GiveBackRequest request = new GiveBackRequest(hotFolder, failedFolder, job.name(), explanation(job, reason));
        effects.intend(
                db,
                job,
                Effects.Intent.of(0, Effect.Kind.GIVE_BACK, root(request).toString(), hotFolder, request));
    }

    private String explanation(Job job, Reason reason) {
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

    /** The folder that must be there: the hot folder, or the parent of a failed folder elsewhere. */
    static Path root(GiveBackRequest request) {
        Path failed = Path.of(request.failedFolder());
        return failed.isAbsolute()
                ? Optional.ofNullable(failed.getParent()).orElse(failed)
                : Path.of(request.hotFolder());
    }

    static Filing.Target.Place place(GiveBackRequest request) {
        Path failed = Path.of(request.failedFolder()).getFileName();
        return new Filing.Target.Place(List.of(failed.toString()), usable(request.name()));
    }

    /** The name itself where it can be one; what is only shown of a name in foreign bytes is made into one. */
    private static String usable(String name) {
        boolean odd = name.codePoints().anyMatch(c -> c == 0xfffd || Character.isISOControl(c) || c == '/');
        if (!odd && name.getBytes(StandardCharsets.UTF_8).length <= SafeName.MAX_BYTES) {
            return name;
        }
        int dot = name.lastIndexOf('.');
        String made =
                dot > 0 ? SafeName.file(name.substring(0, dot), name.substring(dot + 1)) : SafeName.file(name, "");
        return made.isEmpty() ? "file" : made;
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
