/**
 * Makes a page that was scanned or photographed fit to be read and kept: upright, straight, clean, black and white. Start at {@link
 * lectomen.engine.prepare.Preparation}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.prepare;

import org.jspecify.annotations.NullMarked;
