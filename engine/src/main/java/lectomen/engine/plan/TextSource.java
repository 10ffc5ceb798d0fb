package lectomen.engine.plan;

import lectomen.engine.page.ReadResult;

/** Reads a document's text when it is first asked for. */
@FunctionalInterface
public interface TextSource {
    /** @param neededBy what asks, for the reason when there is no text */
    ReadResult read(String neededBy);
}
