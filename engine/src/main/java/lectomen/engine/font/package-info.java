/**
 * Fonts: those that come with the product, those of a folder, and which of them stands in for one that is not at hand. Start at {@link
 * lectomen.engine.font.FontBook}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.font;

import org.jspecify.annotations.NullMarked;
