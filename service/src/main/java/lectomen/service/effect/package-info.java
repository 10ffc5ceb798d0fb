/**
 * Changes to the world outside, each written down before it is made and proved afterwards; with a package for each kind. Start at
 * {@link lectomen.service.effect.EffectRunner}.
 */
@NullMarked
package lectomen.service.effect;

import org.jspecify.annotations.NullMarked;
