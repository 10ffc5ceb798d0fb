/** Stands in for a provider of OpenID Connect. Start at {@link lectomen.standins.openid.OpenIdStandIn}. */
@NullMarked
package lectomen.standins.openid;

import org.jspecify.annotations.NullMarked;
