/** Step {@code each}: makes documents out of the pages or files of one, which go their own way from there. */
@NullMarked
package lectomen.engine.step.each;

import org.jspecify.annotations.NullMarked;
