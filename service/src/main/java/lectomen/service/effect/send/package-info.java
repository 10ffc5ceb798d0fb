/** Documents that are sent to other systems, whose answers go back to their plans. Start at {@link lectomen.service.effect.send.SendEffect}. */
@NullMarked
package lectomen.service.effect.send;

import org.jspecify.annotations.NullMarked;
