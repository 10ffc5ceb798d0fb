package lectomen.service.signin.openid;

import com.nimbusds.jwt.JWT;
import com.nimbusds.oauth2.sdk.AuthorizationCode;
import com.nimbusds.oauth2.sdk.ResponseType;
import com.nimbusds.oauth2.sdk.Scope;
import com.nimbusds.oauth2.sdk.id.ClientID;
import com.nimbusds.oauth2.sdk.id.State;
import com.nimbusds.oauth2.sdk.pkce.CodeChallengeMethod;
import com.nimbusds.oauth2.sdk.pkce.CodeVerifier;
import com.nimbusds.openid.connect.sdk.AuthenticationRequest;
import com.nimbusds.openid.connect.sdk.Nonce;
import com.nimbusds.openid.connect.sdk.OIDCTokenResponse;
import com.nimbusds.openid.connect.sdk.Prompt;
import com.nimbusds.openid.connect.sdk.claims.IDTokenClaimsSet;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.Secrets;
import lectomen.service.access.SignInAttempts;
import lectomen.service.home.SignInSettings;
import lectomen.service.ledger.Ledger;
import lectomen.service.secret.HomeKey;
import lectomen.service.signin.OutsidePerson;
import lectomen.service.store.Store;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Signing in through a provider of OpenID Connect: the browser is sent to the provider and comes back with a code, which is exchanged
 * for an ID token (authorisation code flow of OpenID Connect Core 1.0, with PKCE, RFC 7636). What was sent along is sealed in a cookie
 * of the browser, so that nobody can finish what another browser began. It can be finished once, within ten minutes. Safe for several
 * threads.
 */
public final class OpenIdSignIn {
    private static final Logger LOG = LoggerFactory.getLogger(OpenIdSignIn.class);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration GOOD_FOR = Duration.ofMinutes(10);

    /** How old a sign-in at the provider may be where a fresh one was asked for. */
    private static final Duration FRESH = Duration.ofMinutes(2);

    private static final String SEALED_AS = "openid-sign-in";
    private static final int REMEMBERED = 10_000;

    private final SignInSettings.OpenId settings;
    private final Provider provider;
    private final HomeKey key;
    private final InstantSource clock;
    private final Store store;
    private final Ledger ledger;
    private final SignInAttempts attempts;
    private final Map<String, Instant> finished = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Instant> eldest) {
            return size() > REMEMBERED;
        }
    };

    /** @param attempts counts refused sign-ins by network address */
    public OpenIdSignIn(
            SignInSettings.OpenId settings,
            Provider provider,
            HomeKey key,
            InstantSource clock,
            Store store,
            Ledger ledger,
            SignInAttempts attempts) {
        this.settings = settings;
        this.provider = provider;
        this.key = key;
        this.clock = clock;
        this.store = store;
        this.ledger = ledger;
        this.attempts = attempts;
    }

    /** What the groups of the provider stand for here. */
    public SignInSettings.Mapping mapping() {
        return settings.mapping();
    }

    /**
     * Where the browser goes, and what it keeps meanwhile.
     *
     * @param cookie sealed
     */
    public record Begun(URI to, String cookie) {}

    /**
     * What a sign-in is begun with.
     *
     * @param comeBack where the provider sends the browser back to
     * @param path of the console to go on with
     * @param session the hash of the session whose person proves again who they are; empty to open one
     */
    public record Request(URI comeBack, String path, String session) {}

    /** What a browser keeps of a sign-in that it began. */
    record Kept(
            String state, String nonce, String verifier, String comeBack, String path, String session, long until) {}

    /** The result of a sign-in. */
    public sealed interface Result {
        /** @param path of the console to go on with @param session the hash of the one to refresh; empty to open one */
        record Proven(OutsidePerson person, String path, String session) implements Result {}

        /** @param reason for the ledger */
        record Refused(String reason) implements Result {}

        record Unreachable() implements Result {}

        /** Too many sign-ins that are refused came from there. */
        record LockedOut() implements Result {}
    }

    /** @throws ProviderException if the provider can't be reached */
    public Begun begin(Request request) {
        State state = new State(Secrets.make());
        Nonce nonce = new Nonce(Secrets.make());
        CodeVerifier verifier = new CodeVerifier();
        AuthenticationRequest.Builder to = new AuthenticationRequest.Builder(
                        ResponseType.CODE,
                        new Scope("openid", "profile", "email"),
                        new ClientID(settings.client()),
                        request.comeBack())
                .endpointURI(provider.authorizationEndpoint())
                .state(state)
                .nonce(nonce)
                .codeChallenge(verifier, CodeChallengeMethod.S256);
        if (!request.session().isEmpty()) {
            to.prompt(new Prompt(Prompt.Type.LOGIN)).maxAge(0);
        }
        Kept kept = new Kept(
                state.getValue(),
                nonce.getValue(),
                verifier.getValue(),
                request.comeBack().toString(),
                request.path(),
                request.session(),
                clock.instant().plus(GOOD_FOR).toEpochMilli());
        return new Begun(to.build().toURI(), seal(kept));
    }

    /** What came back with the browser. @param cookie what it kept; empty for nothing */
    public record Answer(
            @Nullable String state,
            @Nullable String code,
            @Nullable String error,
            String cookie) {}

    /** @param address of the network that it comes from */
    public Result finish(Answer answer, String address) {
        if (attempts.secondsToWait(address) > 0) {
            return new Result.LockedOut();
        }
        Result result = check(answer);
        if (result instanceof Result.Refused refused) {
            attempts.wrong(address);
            store.write(db -> {
                ledger.append(db, "service", "sign-in.refused", "people", "reason", refused.reason());
                return refused;
            });
        }
        return result;
    }

    private Result check(Answer answer) {
        Optional<Kept> opened = open(answer.cookie());
        if (opened.isEmpty()
                || answer.state() == null
                || !Secrets.same(opened.get().state(), answer.state())) {
            return new Result.Refused("state");
        }
        Kept kept = opened.get();
        if (clock.millis() > kept.until()) {
            return new Result.Refused("too late");
        }
        if (!isFirst(kept.state())) {
            return new Result.Refused("replayed");
        }
        if (answer.error() != null || answer.code() == null) {
            return new Result.Refused("provider");
        }
        try {
            OIDCTokenResponse tokens = provider.exchange(
                    new AuthorizationCode(answer.code()),
                    URI.create(kept.comeBack()),
                    new CodeVerifier(kept.verifier()));
            JWT token = tokens.getOIDCTokens().getIDToken();
            IDTokenClaimsSet claims = provider.validate(token, new Nonce(kept.nonce()));
            if (!kept.session().isEmpty() && !isFresh(claims)) {
                return new Result.Refused("not fresh");
            }
            OutsidePerson person =
                    provider.person(claims, tokens.getOIDCTokens().getAccessToken());
            return new Result.Proven(person, kept.path(), kept.session());
        } catch (RefusedTokenException e) {
            return new Result.Refused(e.reason());
        } catch (ProviderException e) {
            LOG.warn(
                    "The provider of OpenID Connect can't be asked: {}. Check sign-in in lectomen.yaml",
                    e.getMessage());
            return new Result.Unreachable();
        }
    }

    private boolean isFresh(IDTokenClaimsSet claims) {
        return claims.getAuthenticationTime() != null
                && claims.getAuthenticationTime()
                        .toInstant()
                        .isAfter(Instant.now().minus(FRESH));
    }

    private boolean isFirst(String state) {
        synchronized (finished) {
            finished.values().removeIf(until -> until.isBefore(clock.instant()));
            return finished.put(Secrets.hash("state", state), clock.instant().plus(GOOD_FOR)) == null;
        }
    }

    private String seal(Kept kept) {
        return key.seal(SEALED_AS, JSON.writeValueAsString(kept)).text();
    }

    private Optional<Kept> open(String cookie) {
        try {
            return HomeKey.Sealed.of(cookie)
                    .flatMap(box -> key.open(SEALED_AS, box))
                    .map(text -> JSON.readValue(text, Kept.class));
        } catch (JacksonException e) {
            return Optional.empty();
        }
    }
}
