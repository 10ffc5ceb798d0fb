package lectomen.engine.task;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;

/**
 * A task for a worker: propose extractors for a field, from documents in some of which its value was marked.
 *
 * @param id of the call; its answer carries it
 * @param locale for dates and numbers
 */
public record ProposalTask(int protocol, String id, List<Example> examples, Locale locale) {
    public ProposalTask {
        examples = List.copyOf(examples);
    }

    /**
     * A document.
     *
     * @param at where the value stands; empty where nobody said
     * @param absent whether somebody said that it has none
     */
    public record Example(ByteRef document, FileType type, Optional<Spot> at, boolean absent) {}

    /** @param page counted from 1 @param box on the original page */
    public record Spot(int page, Box box) {}
}
