/** Number sequences as rules describe them. Start at {@link lectomen.engine.counter.Counter}. */
@NullMarked
package lectomen.engine.counter;

import org.jspecify.annotations.NullMarked;
