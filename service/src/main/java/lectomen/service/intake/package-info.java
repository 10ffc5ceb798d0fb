/**
 * How files become arrivals: looking at hot folders, settling, claiming, uploads. Start at
 * {@link lectomen.service.intake.HotFolders}.
 */
@NullMarked
package lectomen.service.intake;

import org.jspecify.annotations.NullMarked;
