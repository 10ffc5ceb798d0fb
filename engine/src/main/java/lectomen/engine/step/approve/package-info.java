/** Step {@code approve}: people approve the document, in stages. */
@NullMarked
package lectomen.engine.step.approve;

import org.jspecify.annotations.NullMarked;
