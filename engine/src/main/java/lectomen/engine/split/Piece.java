package lectomen.engine.split;

import java.nio.file.Path;
import lectomen.engine.identify.FileType;

/**
 * A piece of a document, as a file.
 *
 * @param name that it has in an archive; for pages empty
 * @param subfolder that it has in an archive, with slashes; may be empty
 * @param firstPage of the document, counted from 1; 0 for a file of an archive
 * @param lastPage the same
 */
public record Piece(Path file, FileType type, String name, String subfolder, int firstPage, int lastPage) {}
