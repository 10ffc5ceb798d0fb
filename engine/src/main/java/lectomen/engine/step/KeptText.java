package lectomen.engine.step;

import lectomen.engine.ocr.ReadingOptions;

/**
 * Text that was recognised before a plan waited, so that it need not be recognised again.
 *
 * @param of the hash of the document that was read
 * @param stored the text, in the form of {@link lectomen.engine.page.StoredText}
 */
public record KeptText(String of, ReadingOptions options, StepOutput stored) {
    /** How the names of kept texts begin; no rule can give an output such a name. */
    public static final String NAME = ".text-";
}
