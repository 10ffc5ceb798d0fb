/** Step {@code review}: a person looks at the document, and settles what is in doubt. */
@NullMarked
package lectomen.engine.step.review;

import org.jspecify.annotations.NullMarked;
