/** Returning files to those who submitted them. Start at {@link lectomen.service.effect.giveback.GiveBackEffect}. */
@NullMarked
package lectomen.service.effect.giveback;

import org.jspecify.annotations.NullMarked;
