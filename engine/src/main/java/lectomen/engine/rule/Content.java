package lectomen.engine.rule;

import java.util.Optional;
import lectomen.engine.page.DocumentText;
import lectomen.engine.print.facts.PrintFacts;

/**
 * What is known of a document once it was opened.
 *
 * @param text empty when it was not read yet
 * @param print empty when it was not looked at yet
 */
public record Content(Optional<DocumentText> text, Optional<PrintFacts> print) {
    public static final Content NOT_OPENED = new Content(Optional.empty(), Optional.empty());

    public Content with(DocumentText read) {
        return new Content(Optional.of(read), print);
    }

    public Content with(PrintFacts facts) {
        return new Content(text, Optional.of(facts));
    }
}
