package lectomen.service.signin.openid;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.jwk.source.JWKSourceBuilder;
import com.nimbusds.jose.proc.BadJOSEException;
import com.nimbusds.jose.proc.JWSVerificationKeySelector;
import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jose.util.DefaultResourceRetriever;
import com.nimbusds.jwt.JWT;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.SignedJWT;
import com.nimbusds.jwt.proc.BadJWTException;
import com.nimbusds.oauth2.sdk.AuthorizationCode;
import com.nimbusds.oauth2.sdk.AuthorizationCodeGrant;
import com.nimbusds.oauth2.sdk.ParseException;
import com.nimbusds.oauth2.sdk.TokenRequest;
import com.nimbusds.oauth2.sdk.TokenResponse;
import com.nimbusds.oauth2.sdk.auth.ClientAuthenticationMethod;
import com.nimbusds.oauth2.sdk.auth.ClientSecretBasic;
import com.nimbusds.oauth2.sdk.auth.ClientSecretPost;
import com.nimbusds.oauth2.sdk.auth.Secret;
import com.nimbusds.oauth2.sdk.http.HTTPRequest;
import com.nimbusds.oauth2.sdk.id.ClientID;
import com.nimbusds.oauth2.sdk.id.Issuer;
import com.nimbusds.oauth2.sdk.pkce.CodeVerifier;
import com.nimbusds.oauth2.sdk.token.AccessToken;
import com.nimbusds.openid.connect.sdk.Nonce;
import com.nimbusds.openid.connect.sdk.OIDCTokenResponse;
import com.nimbusds.openid.connect.sdk.OIDCTokenResponseParser;
import com.nimbusds.openid.connect.sdk.UserInfoRequest;
import com.nimbusds.openid.connect.sdk.UserInfoResponse;
import com.nimbusds.openid.connect.sdk.claims.IDTokenClaimsSet;
import com.nimbusds.openid.connect.sdk.op.OIDCProviderMetadata;
import com.nimbusds.openid.connect.sdk.validators.IDTokenValidator;
import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.net.ssl.SSLSocketFactory;
import lectomen.service.home.SignInSettings;
import lectomen.service.secret.NoSuchSecretException;
import lectomen.service.secret.SecretStore;
import lectomen.service.signin.OutsidePeople;
import lectomen.service.signin.OutsidePerson;
import org.jspecify.annotations.Nullable;

/**
 * A provider of OpenID Connect: its description, its keys, and what it says of people. Nothing is asked before somebody signs in. The
 * description is read again after an hour; a key that is not known yet is looked for at once. Safe for several threads.
 */
public final class Provider {
    /** Signatures with a key of the provider's own; never one that both sides know, and never none. */
    private static final Set<JWSAlgorithm> ALGORITHMS = Set.of(
            JWSAlgorithm.RS256,
            JWSAlgorithm.RS384,
            JWSAlgorithm.RS512,
            JWSAlgorithm.PS256,
            JWSAlgorithm.PS384,
            JWSAlgorithm.PS512,
            JWSAlgorithm.ES256,
            JWSAlgorithm.ES384,
            JWSAlgorithm.ES512);

    private static final int MILLIS = (int) Duration.ofSeconds(10).toMillis();
    private static final int LARGEST_ANSWER = 1_000_000;
    private static final Duration DESCRIPTION_KEPT = Duration.ofHours(1);
    private static final int CLOCK_SKEW_SECONDS = 60;

    /** How long nobody asks again for a description that can't be read, so that not everybody waits for it in turn. */
    private static final Duration BETWEEN_FAILURES = Duration.ofSeconds(10);

    private final SignInSettings.OpenId settings;
    private final SecretStore secrets;
    private final SSLSocketFactory trusted;
    private final DefaultResourceRetriever retriever;
    private @Nullable Description known;
    private Instant askAgainAt = Instant.EPOCH;

    private record Description(OIDCProviderMetadata provider, JWKSource<SecurityContext> keys, Instant until) {}

    /** @param trusted makes encrypted connections to providers that are vouched for */
    public Provider(SignInSettings.OpenId settings, SecretStore secrets, SSLSocketFactory trusted) {
        this.settings = settings;
        this.secrets = secrets;
        this.trusted = trusted;
        this.retriever = new DefaultResourceRetriever(MILLIS, MILLIS, LARGEST_ANSWER, true, trusted);
    }

    URI authorizationEndpoint() {
        return description().provider().getAuthorizationEndpointURI();
    }

    private synchronized Description description() {
        if (known == null || known.until().isBefore(Instant.now())) {
            known = readUnlessItFailedJustNow();
        }
        return known;
    }

    private Description readUnlessItFailedJustNow() {
        if (Instant.now().isBefore(askAgainAt)) {
            throw new ProviderException("its description could not be read a moment ago");
        }
        try {
            return read();
        } catch (ProviderException e) {
            askAgainAt = Instant.now().plus(BETWEEN_FAILURES);
            throw e;
        }
    }

    private Description read() {
        String issuer = settings.issuer().toString();
        String at = issuer.replaceFirst("/$", "") + "/.well-known/openid-configuration";
        try {
            String text = retriever.retrieveResource(URI.create(at).toURL()).getContent();
            OIDCProviderMetadata provider = OIDCProviderMetadata.parse(text);
            if (!provider.getIssuer().getValue().equals(issuer)) {
                throw new ProviderException(at + " describes another issuer: " + provider.getIssuer());
            }
            JWKSource<SecurityContext> keys = JWKSourceBuilder.<SecurityContext>create(
                            provider.getJWKSetURI().toURL(), retriever)
                    .refreshAheadCache(false)
                    .build();
            return new Description(provider, keys, Instant.now().plus(DESCRIPTION_KEPT));
        } catch (IOException | ParseException e) {
            throw new ProviderException(at + " can't be read: " + e.getMessage(), e);
        }
    }

    /** @throws RefusedTokenException if the provider does not take the code */
    OIDCTokenResponse exchange(AuthorizationCode code, URI comeBack, CodeVerifier verifier)
            throws RefusedTokenException {
        OIDCProviderMetadata provider = description().provider();
        AuthorizationCodeGrant grant = new AuthorizationCodeGrant(code, comeBack, verifier);
        try {
            TokenResponse response = OIDCTokenResponseParser.parse(send(request(provider, grant)));
            if (!response.indicatesSuccess()) {
                throw new RefusedTokenException(
                        "code",
                        new ProviderException(
                                response.toErrorResponse().getErrorObject().toString()));
            }
            return (OIDCTokenResponse) response.toSuccessResponse();
        } catch (IOException | ParseException e) {
            throw new ProviderException("the code can't be exchanged: " + e.getMessage(), e);
        }
    }

    private HTTPRequest request(OIDCProviderMetadata provider, AuthorizationCodeGrant grant) {
        ClientID client = new ClientID(settings.client());
        if (settings.secret().isEmpty()) {
            return new TokenRequest.Builder(provider.getTokenEndpointURI(), client, grant)
                    .build()
                    .toHTTPRequest();
        }
        Secret secret = new Secret(secret(settings.secret().get()));
        List<ClientAuthenticationMethod> methods = provider.getTokenEndpointAuthMethods();
        boolean byPost = methods != null
                && methods.contains(ClientAuthenticationMethod.CLIENT_SECRET_POST)
                && !methods.contains(ClientAuthenticationMethod.CLIENT_SECRET_BASIC);
        return new TokenRequest.Builder(
                        provider.getTokenEndpointURI(),
                        byPost ? new ClientSecretPost(client, secret) : new ClientSecretBasic(client, secret),
                        grant)
                .build()
                .toHTTPRequest();
    }

    private String secret(String name) {
        try {
            return secrets.open(name).orElseThrow(() -> new ProviderException("the secret " + name + " can't be read"));
        } catch (NoSuchSecretException e) {
            throw new ProviderException("there is no secret " + name + ". Set it: lectomen secret put " + name, e);
        }
    }

    private com.nimbusds.oauth2.sdk.http.HTTPResponse send(HTTPRequest request) throws IOException {
        request.setConnectTimeout(MILLIS);
        request.setReadTimeout(MILLIS);
        request.setSSLSocketFactory(trusted);
        request.setFollowRedirects(false);
        return request.send();
    }

    /** @throws RefusedTokenException if the token is not the provider's, or not for this sign-in */
    IDTokenClaimsSet validate(JWT token, Nonce nonce) throws RefusedTokenException {
        IDTokenValidator validator = new IDTokenValidator(
                new Issuer(settings.issuer().toString()),
                new ClientID(settings.client()),
                new JWSVerificationKeySelector<>(ALGORITHMS, description().keys()),
                null);
        validator.setMaxClockSkew(CLOCK_SKEW_SECONDS);
        try {
            return validator.validate(token, nonce);
        } catch (BadJWTException e) {
            throw new RefusedTokenException(wrongClaim(token, nonce), e);
        } catch (BadJOSEException | JOSEException e) {
            throw new RefusedTokenException("signature", e);
        }
    }

    /** What is wrong with a token that was refused, for the ledger. */
    private String wrongClaim(JWT token, Nonce nonce) {
        if (!(token instanceof SignedJWT)) {
            return "signature";
        }
        try {
            JWTClaimsSet claims = token.getJWTClaimsSet();
            if (!settings.issuer().toString().equals(claims.getIssuer())) {
                return "issuer";
            } else if (!claims.getAudience().contains(settings.client())) {
                return "audience";
            } else if (claims.getExpirationTime() == null
                    || claims.getExpirationTime().toInstant().isBefore(Instant.now())) {
                return "expired";
            } else if (claims.getIssueTime() == null
                    || claims.getIssueTime().toInstant().isAfter(Instant.now())) {
                return "clock";
            }
            return nonce.getValue().equals(claims.getStringClaim("nonce")) ? "claims" : "nonce";
        } catch (java.text.ParseException e) {
            return "claims";
        }
    }

    /** The person of a token; what it does not say is asked of the provider. */
    OutsidePerson person(IDTokenClaimsSet token, AccessToken access) throws RefusedTokenException {
        Map<String, Object> claims = new HashMap<>(token.toJSONObject());
        SignInSettings.Claims names = settings.claims();
        boolean saysAll = List.of(names.signIn(), names.name(), names.groups()).stream()
                .allMatch(name -> find(claims, name).isPresent());
        if (!saysAll && description().provider().getUserInfoEndpointURI() != null) {
            askMore(token, access).forEach(claims::putIfAbsent);
        }
        String subject = token.getSubject().getValue();
        String signIn = find(claims, names.signIn()).map(Object::toString).orElse(subject);
        String name = find(claims, names.name()).map(Object::toString).orElse(signIn);
        Set<String> groups = find(claims, names.groups()).map(Provider::texts).orElse(Set.of());
        return new OutsidePerson(OutsidePeople.OPENID, subject, signIn, name, groups);
    }

    private Map<String, Object> askMore(IDTokenClaimsSet token, AccessToken access) throws RefusedTokenException {
        try {
            UserInfoResponse response = UserInfoResponse.parse(send(
                    new UserInfoRequest(description().provider().getUserInfoEndpointURI(), access).toHTTPRequest()));
            if (!response.indicatesSuccess()) {
                return Map.of();
            }
            Map<String, Object> more =
                    response.toSuccessResponse().getUserInfo().toJSONObject();
            if (!token.getSubject().getValue().equals(more.get("sub"))) {
                throw new RefusedTokenException("subject", new ProviderException("the answers are about two people"));
            }
            return more;
        } catch (IOException | ParseException e) {
            throw new ProviderException("what the provider says of a person can't be read: " + e.getMessage(), e);
        }
    }

    private static Optional<Object> find(Map<String, Object> claims, String name) {
        if (claims.containsKey(name)) {
            return Optional.ofNullable(claims.get(name));
        }
        Object at = claims;
        for (String part : name.split("\\.", -1)) {
            at = at instanceof Map<?, ?> object ? object.get(part) : null;
        }
        return Optional.ofNullable(at);
    }

    private static Set<String> texts(Object claim) {
        return claim instanceof Collection<?> list
                ? list.stream().map(Objects::toString).collect(Collectors.toSet())
                : Set.of(claim.toString());
    }
}
