/**
 * Writes what was read in forms that other programs take. Start at {@link lectomen.engine.textformat.TextFormat}. Nothing is null unless
 * it is marked so.
 */
@NullMarked
package lectomen.engine.textformat;

import org.jspecify.annotations.NullMarked;
