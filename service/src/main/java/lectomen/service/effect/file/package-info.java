/** Filing documents, and what that does to documents filed earlier. Start at {@link lectomen.service.effect.file.FileEffect}. */
@NullMarked
package lectomen.service.effect.file;

import org.jspecify.annotations.NullMarked;
