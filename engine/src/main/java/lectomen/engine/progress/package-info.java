/** Progress of work on a document. Used by all long-running work. */
@NullMarked
package lectomen.engine.progress;

import org.jspecify.annotations.NullMarked;
