/** Step {@code resize}. */
@NullMarked
package lectomen.engine.step.resize;

import org.jspecify.annotations.NullMarked;
