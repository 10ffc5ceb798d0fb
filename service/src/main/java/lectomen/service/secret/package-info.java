/** Passwords for what lies outside, sealed on disk. Start at {@link lectomen.service.secret.SecretStore}. */
@NullMarked
package lectomen.service.secret;

import org.jspecify.annotations.NullMarked;
