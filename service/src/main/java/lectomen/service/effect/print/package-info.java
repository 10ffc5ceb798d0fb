/** Documents that rules print. Start at {@link lectomen.service.effect.print.PrintEffect}. */
@NullMarked
package lectomen.service.effect.print;

import org.jspecify.annotations.NullMarked;
