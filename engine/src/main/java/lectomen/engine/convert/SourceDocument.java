package lectomen.engine.convert;

import java.nio.file.Path;
import lectomen.engine.identify.FileType;

/**
 * A document to convert.
 *
 * @param name that it came by, for what is said of it
 */
public record SourceDocument(Path file, FileType type, String name) {}
