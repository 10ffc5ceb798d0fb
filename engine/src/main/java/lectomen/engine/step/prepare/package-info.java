/** Step {@code prepare pages}. */
@NullMarked
package lectomen.engine.step.prepare;

import org.jspecify.annotations.NullMarked;
