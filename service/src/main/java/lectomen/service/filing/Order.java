package lectomen.service.filing;

import java.util.List;
import java.util.Optional;
import lectomen.engine.rule.WhenTaken;
import lectomen.engine.task.ByteRef;

/**
 * What a folder is asked to hold.
 *
 * @param effectId makes the names of temporary files unique and known again after a crash
 * @param folder levels below the root, outermost first
 * @param intended the place, below the root, that an earlier attempt wrote down before it acted
 */
record Order(
        String effectId,
        List<String> folder,
        String name,
        WhenTaken whenTaken,
        ByteRef bytes,
        Optional<String> intended) {
    Order {
        folder = List.copyOf(folder);
    }

    String placeOf(String name) {
        return folder.isEmpty() ? name : String.join("/", folder) + "/" + name;
    }
}
