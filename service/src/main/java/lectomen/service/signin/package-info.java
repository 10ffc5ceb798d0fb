/**
 * How people prove who they are: with a password here or in a directory ({@link lectomen.service.signin.PasswordSignIn}), through a
 * provider of OpenID Connect ({@link lectomen.service.signin.openid.OpenIdSignIn}), and with a second factor
 * ({@link lectomen.service.signin.SecondFactors}).
 */
@org.jspecify.annotations.NullMarked
package lectomen.service.signin;
