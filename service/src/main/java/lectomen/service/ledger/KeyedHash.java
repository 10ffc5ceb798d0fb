package lectomen.service.ledger;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Turns names and contents into values that can be compared for ever but not read back: HMAC-SHA-256 with a key stored outside
 * the database. Safe for several threads.
 */
public final class KeyedHash {
    private final Mac ready;

    /** @param key at least 32 bytes */
    public KeyedHash(byte[] key) {
        if (key.length < 32) {
            throw new IllegalArgumentException("A key of " + key.length + " bytes is too short");
        }
        try {
            ready = Mac.getInstance("HmacSHA256");
            ready.init(new SecretKeySpec(key, "HmacSHA256"));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java has no HMAC-SHA-256", e);
        }
    }

    public String of(String text) {
        return HexFormat.of().formatHex(freshMac().doFinal(text.getBytes(StandardCharsets.UTF_8)));
    }

    private Mac freshMac() {
        try {
            return (Mac) ready.clone();
        } catch (CloneNotSupportedException e) {
            throw new IllegalStateException("This Java's HMAC-SHA-256 can't be copied", e);
        }
    }
}
