/** Step {@code name}: names the document. */
@NullMarked
package lectomen.engine.step.name;

import org.jspecify.annotations.NullMarked;
