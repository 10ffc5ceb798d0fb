/**
 * Writes what was read in forms that other programs take. Start at {@link lectomen.engine.transcript.Transcript}. Nothing is null unless
 * it is marked so.
 */
@NullMarked
package lectomen.engine.transcript;

import org.jspecify.annotations.NullMarked;
