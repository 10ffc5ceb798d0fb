/** Signing in through a provider of OpenID Connect. Start at {@link lectomen.service.signin.openid.OpenIdSignIn}. */
@NullMarked
package lectomen.service.signin.openid;

import org.jspecify.annotations.NullMarked;
