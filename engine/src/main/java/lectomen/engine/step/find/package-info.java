/** Step {@code find}: finds fields. */
@NullMarked
package lectomen.engine.step.find;

import org.jspecify.annotations.NullMarked;
