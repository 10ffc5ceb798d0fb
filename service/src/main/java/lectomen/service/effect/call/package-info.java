/** Calls that tell other systems of documents. Start at {@link lectomen.service.effect.call.CallEffect}. */
@NullMarked
package lectomen.service.effect.call;

import org.jspecify.annotations.NullMarked;
