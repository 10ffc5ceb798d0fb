/**
 * Folders on disks and shares as destinations. Start at {@link lectomen.service.destination.folder.FolderDestination}.
 */
@NullMarked
package lectomen.service.destination.folder;

import org.jspecify.annotations.NullMarked;
