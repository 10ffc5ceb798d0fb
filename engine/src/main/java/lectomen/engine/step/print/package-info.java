/** Step {@code print}. */
@NullMarked
package lectomen.engine.step.print;

import org.jspecify.annotations.NullMarked;
