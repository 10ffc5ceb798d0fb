/**
 * Takes a coloured page apart into layers: sharp text in one bit per pixel over a smooth background in few points, the idea of ITU-T
 * T.44. Start at {@link lectomen.engine.layered.Layers}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.layered;

import org.jspecify.annotations.NullMarked;
