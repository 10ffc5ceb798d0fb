package lectomen.engine.report;

import java.util.Optional;

/**
 * What was printed on a queue by a rule for a sender.
 *
 * @param from the folder that the documents came from; empty for those that were handed over otherwise
 * @param sender of the documents; empty where nobody knows
 * @param copies of all documents
 * @param sheets of those whose pages are known
 */
public record PrintedLine(
        String queue,
        Optional<String> rule,
        Optional<String> from,
        String sender,
        int documents,
        long copies,
        long sheets) {}
