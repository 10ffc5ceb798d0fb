/** Step {@code convert}. */
@NullMarked
package lectomen.engine.step.convert;

import org.jspecify.annotations.NullMarked;
