/** How far work on a document has come, told to whoever waits for it. Used by all that takes long. */
@NullMarked
package lectomen.engine.progress;

import org.jspecify.annotations.NullMarked;
