/** The disks and shares that hot folders and destinations lie on. Start at {@link lectomen.service.disk.KnownDisks}. */
@NullMarked
package lectomen.service.disk;

import org.jspecify.annotations.NullMarked;
