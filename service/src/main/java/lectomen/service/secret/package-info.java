/** Passwords for connections, encrypted on disk. Start at {@link lectomen.service.secret.SecretStore}. */
@NullMarked
package lectomen.service.secret;

import org.jspecify.annotations.NullMarked;
