/** Paper and rolls. Start at {@link lectomen.engine.print.media.MediaSize}. */
@NullMarked
package lectomen.engine.print.media;

import org.jspecify.annotations.NullMarked;
