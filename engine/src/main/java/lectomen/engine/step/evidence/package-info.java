/** Step {@code evidence}. */
@NullMarked
package lectomen.engine.step.evidence;

import org.jspecify.annotations.NullMarked;
