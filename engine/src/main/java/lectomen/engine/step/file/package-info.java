/** Step {@code file}: plans where the document is filed. */
@NullMarked
package lectomen.engine.step.file;

import org.jspecify.annotations.NullMarked;
