/** Calls that tell other systems of documents. Start at {@link lectomen.engine.webcall.CallOrder}. */
@NullMarked
package lectomen.engine.webcall;

import org.jspecify.annotations.NullMarked;
