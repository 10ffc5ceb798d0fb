/**
 * Outside places that documents are filed in, behind one interface, with a package for each kind. Start at {@link
 * lectomen.service.destination.Destination}.
 */
@NullMarked
package lectomen.service.destination;

import org.jspecify.annotations.NullMarked;
