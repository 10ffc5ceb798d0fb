package lectomen.standins.openid;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.ECDSASigner;
import com.nimbusds.jose.jwk.Curve;
import com.nimbusds.jose.jwk.ECKey;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.gen.ECKeyGenerator;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.PlainJWT;
import com.nimbusds.jwt.SignedJWT;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.UUID;

/** Signs ID tokens, or spoils them. Safe for several threads. */
final class IdTokens {
    private static final Duration GOOD_FOR = Duration.ofMinutes(5);
    private static final Duration TOO_OLD = Duration.ofHours(1);

    private volatile ECKey key = newKey();

    private static ECKey newKey() {
        try {
            return new ECKeyGenerator(Curve.P_256)
                    .keyID(UUID.randomUUID().toString())
                    .generate();
        } catch (JOSEException e) {
            throw new IllegalStateException("This Java can't make keys on the curve P-256", e);
        }
    }

    /** Signs with another key from now on; the old one is published no more. */
    void rotateKey() {
        key = newKey();
    }

    /** The keys that are published, as JSON. */
    String published() {
        return new JWKSet(key).toString(true);
    }

    /** @param skew by how much the provider's clock is fast */
    String make(Account account, SignIn signIn, String issuer, Duration skew, Fault fault) {
        Instant now = Instant.now().plus(skew);
        Instant madeAt = fault == Fault.EXPIRED ? now.minus(TOO_OLD) : now;
        JWTClaimsSet claims = new JWTClaimsSet.Builder()
                .issuer(fault == Fault.OTHER_ISSUER ? issuer + "/other" : issuer)
                .subject(account.subject())
                .audience(fault == Fault.OTHER_AUDIENCE ? "another-client" : signIn.client())
                .issueTime(Date.from(madeAt))
                .expirationTime(Date.from(madeAt.plus(GOOD_FOR)))
                .claim("auth_time", signIn.at().plus(skew).getEpochSecond())
                .claim("nonce", fault == Fault.OTHER_NONCE ? "another-nonce" : signIn.nonce())
                .claim("preferred_username", account.signIn())
                .claim("name", account.name())
                .build();
        return fault == Fault.UNSIGNED
                ? new PlainJWT(claims).serialize()
                : signed(claims, fault == Fault.OTHER_KEY ? newKey() : key);
    }

    private String signed(JWTClaimsSet claims, ECKey with) {
        try {
            JWSHeader header = new JWSHeader.Builder(JWSAlgorithm.ES256)
                    .keyID(key.getKeyID())
                    .build();
            SignedJWT token = new SignedJWT(header, claims);
            token.sign(new ECDSASigner(with));
            return token.serialize();
        } catch (JOSEException e) {
            throw new IllegalStateException("This Java can't sign with ECDSA", e);
        }
    }
}
