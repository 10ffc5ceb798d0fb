package lectomen.service.destination;

import java.util.List;
import java.util.Optional;
import lectomen.engine.step.file.Filing;
import lectomen.engine.step.file.WhenTaken;
import lectomen.engine.task.ByteRef;

/**
 * What is to be filed at a destination.
 *
 * @param effectId makes the names of temporary files unique and known again after a crash
 * @param folder levels below the root, outermost first
 * @param others the names to go to where the name is taken
 * @param replaces a document of our own that this one takes the place of, where both have the same place
 * @param keepsReplaced whether what is replaced goes to where older versions go, rather than away
 * @param intended the place, below the root, that an earlier attempt wrote down before it acted
 */
public record FilingOrder(
        String effectId,
        List<String> folder,
        String name,
        WhenTaken whenTaken,
        OtherNames others,
        ByteRef bytes,
        Optional<Own> replaces,
        boolean keepsReplaced,
        Optional<String> intended) {
    /** Something that we filed. @param place below the root */
    public record Own(String place, ByteRef content) {}

    /** How names are made where the one that is wanted is taken. */
    public interface OtherNames {
        /** The name for this document as the so manieth of its name, from 2. */
        String numbered(int number);

        /** Where what is there goes, as the so manieth, from 1; empty where it stays. */
        default Optional<Filing.Target.Place> older(int number) {
            return Optional.empty();
        }
    }

    public FilingOrder {
        folder = List.copyOf(folder);
    }

    public String placeOf(String name) {
        return folder.isEmpty() ? name : String.join("/", folder) + "/" + name;
    }
}
