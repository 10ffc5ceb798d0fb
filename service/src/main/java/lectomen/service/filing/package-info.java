/**
 * Effects on the world outside: filing into folder repositories and giving failed files back. Start at
 * {@link lectomen.service.filing.EffectRunner}.
 */
@NullMarked
package lectomen.service.filing;

import org.jspecify.annotations.NullMarked;
