package lectomen.service.ledger;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Turns names and contents into marks that can be compared for ever but not read back: HMAC-SHA-256 under a key that lies
 * outside the database. Safe for several threads.
 */
public final class KeyedHash {
    private final SecretKeySpec key;

    /** @param key at least 32 bytes */
    public KeyedHash(byte[] key) {
        if (key.length < 32) {
            throw new IllegalArgumentException("A key of " + key.length + " bytes is too short");
        }
        this.key = new SecretKeySpec(key, "HmacSHA256");
    }

    public String of(String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            return HexFormat.of().formatHex(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java has no HMAC-SHA-256", e);
        }
    }
}
