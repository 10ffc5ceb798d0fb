/** Step {@code impose}. */
@NullMarked
package lectomen.engine.step.impose;

import org.jspecify.annotations.NullMarked;
