/** Stands in for an authenticator app. Start at {@link lectomen.standins.authenticator.AuthenticatorApp}. */
@NullMarked
package lectomen.standins.authenticator;

import org.jspecify.annotations.NullMarked;
