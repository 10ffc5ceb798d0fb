/** Step {@code send to}: another system gets the document with its fields, and its answer gives fields. */
@NullMarked
package lectomen.engine.step.send;

import org.jspecify.annotations.NullMarked;
