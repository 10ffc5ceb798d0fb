/**
 * Who may call the interface. Start at {@link lectomen.service.access.Token}.
 */
@NullMarked
package lectomen.service.access;

import org.jspecify.annotations.NullMarked;
