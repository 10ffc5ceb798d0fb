package lectomen.service.effect;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.naming.SafeName;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;
import lectomen.service.destination.FilingOrder;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The folder in which submitters find returned files: a path, or a name inside the hot folder.
 *
 * @param hotFolder empty where the document came in otherwise; the folder is a path then
 */
public record SubmitterFolder(String hotFolder, String folder) {
    /** Empty where the folder is a name inside a hot folder, and there is none. */
    public static Optional<SubmitterFolder> find(Optional<String> hotFolder, String folder) {
        return hotFolder.isPresent() || Path.of(folder).isAbsolute()
                ? Optional.of(new SubmitterFolder(hotFolder.orElse(""), folder))
                : Optional.empty();
    }

    /** The folder that must be there: the hot folder, or the parent of a folder elsewhere. */
    public Path root() {
        Path path = Path.of(folder);
        return path.isAbsolute() ? Optional.ofNullable(path.getParent()).orElse(path) : Path.of(hotFolder);
    }

    private Filing.Target.Place place(List<String> subfolders, String name) {
        Stream<String> own = Stream.of(Path.of(folder).getFileName().toString());
        return new Filing.Target.Place(
                Stream.concat(own, subfolders.stream().map(SubmitterFolder::usable))
                        .toList(),
                usable(name));
    }

    /**
     * The order to put a file there.
     *
     * @param subfolders that it is in below the folder, so that it can be dropped again with its place
     */
    public FilingOrder order(Effect effect, List<String> subfolders, String name, ByteRef bytes) {
        Filing.Target.Place place = place(subfolders, name);
        return new FilingOrder(
                effect.id(),
                place.folder(),
                place.name(),
                WhenTaken.NUMBER_IT,
                number -> SafeName.numbered(place.name(), number),
                bytes,
                Optional.empty(),
                false,
                effect.place());
    }

    /** What goes to a hot folder goes on to where that is now. */
    public static void moved(JdbcClient db, String from, String to) {
        db.sql("""
                        update effect_words set request = json_set(request, '$.hotFolder', :to)
                        where json_extract(request, '$.hotFolder') = :from and effect_id in (
                            select id from effect where state in ('intended', 'acting', 'held'))
                        """).param("from", from).param("to", to).update();
        db.sql("""
                        update effect set connection = :to
                        where connection = :from and state in ('intended', 'acting', 'held')
                        """).param("from", from).param("to", to).update();
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
}
