package lectomen.service.filing;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import lectomen.engine.naming.SafeName;
import lectomen.engine.plan.Filing;

/**
 * The folder in which submitters find returned files: a path, or a name inside the hot folder.
 *
 * @param hotFolder empty where the document came in otherwise; the folder is a path then
 */
record SubmitterFolder(String hotFolder, String folder) {
    /** Empty where the folder is a name inside a hot folder, and there is none. */
    static Optional<SubmitterFolder> find(Optional<String> hotFolder, String folder) {
        return hotFolder.isPresent() || Path.of(folder).isAbsolute()
                ? Optional.of(new SubmitterFolder(hotFolder.orElse(""), folder))
                : Optional.empty();
    }

    /** The folder that must be there: the hot folder, or the parent of a folder elsewhere. */
    Path root() {
        Path path = Path.of(folder);
        return path.isAbsolute() ? Optional.ofNullable(path.getParent()).orElse(path) : Path.of(hotFolder);
    }

    /** @param subfolders that it is in below the folder, so that it can be dropped again with its place */
    Filing.Target.Place place(List<String> subfolders, String name) {
        Stream<String> own = Stream.of(Path.of(folder).getFileName().toString());
        return new Filing.Target.Place(
                Stream.concat(own, subfolders.stream().map(SubmitterFolder::usable))
                        .toList(),
                usable(name));
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
