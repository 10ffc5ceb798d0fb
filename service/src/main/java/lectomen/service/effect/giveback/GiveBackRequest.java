package lectomen.service.effect.giveback;

import java.util.List;
import java.util.Objects;

/**
 * A file to be returned to the people who submitted it.
 *
 * @param hotFolder where it came from; may be empty
 * @param failedFolder a path, or a name inside the hot folder
 * @param subfolders that it was in below its hot folder, outermost first
 * @param explanation the text that is put beside it; empty for none
 */
record GiveBackRequest(
        String hotFolder, String failedFolder, List<String> subfolders, String name, String explanation) {
    GiveBackRequest {
        subfolders =
                List.copyOf(Objects.requireNonNullElse(subfolders, List.of())); // one written down earlier has none
    }
}
