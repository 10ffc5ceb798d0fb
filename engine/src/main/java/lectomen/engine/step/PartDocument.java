package lectomen.engine.step;

import java.util.Map;

/**
 * A document made out of another, which goes its own way through the steps that follow.
 *
 * @param number counted from 1
 * @param name of its file
 * @param subfolder that it lay in, with slashes; empty for none
 * @param slots that it has besides those of the document it was made of
 */
public record PartDocument(int number, String name, String subfolder, StepOutput document, Map<String, String> slots) {
    public PartDocument {
        slots = Map.copyOf(slots);
    }
}
