/**
 * Who may call the interface: the holder of the token, and people who are signed in. Start at {@link
 * lectomen.service.access.RequestGuard}.
 */
@NullMarked
package lectomen.service.access;

import org.jspecify.annotations.NullMarked;
