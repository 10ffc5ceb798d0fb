/** The disks and shares that hot folders and destinations are on. Start at {@link lectomen.service.disk.KnownDisks}. */
@NullMarked
package lectomen.service.disk;

import org.jspecify.annotations.NullMarked;
