/**
 * What a file is, told from its content and never from its name. Start at {@link lectomen.engine.identify.FileType#of}.
 */
@NullMarked
package lectomen.engine.identify;

import org.jspecify.annotations.NullMarked;
