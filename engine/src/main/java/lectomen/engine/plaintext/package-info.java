/**
 * Reads plain text files. Start at {@link lectomen.engine.plaintext.PlainTextReader}.
 */
@NullMarked
package lectomen.engine.plaintext;

import org.jspecify.annotations.NullMarked;
