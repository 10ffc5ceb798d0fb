package lectomen.engine.step;

import lectomen.engine.identify.FileType;

/**
 * The output of a step, or the document as it arrived.
 *
 * @param output its name
 * @param sha256 of its bytes
 */
public record StepOutput(String output, String sha256, long size, FileType type) {
    /** The same under another name. */
    public StepOutput as(String name) {
        return new StepOutput(name, sha256, size, type);
    }
}
