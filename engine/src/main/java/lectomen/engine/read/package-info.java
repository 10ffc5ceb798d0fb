/**
 * Reads the text of any file that text can be read from. Start at {@link lectomen.engine.read.DocumentReader}.
 */
@NullMarked
package lectomen.engine.read;

import org.jspecify.annotations.NullMarked;
