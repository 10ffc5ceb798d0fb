/** Step {@code wait}: the plan waits for a time. */
@NullMarked
package lectomen.engine.step.wait;

import org.jspecify.annotations.NullMarked;
