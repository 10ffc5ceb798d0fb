package lectomen.service.secret;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.SecretKey;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/**
 * The key of a home, which is in a file outside the database. It seals with AES-256 in GCM (NIST SP 800-38D). The name is sealed in
 * with the value, so that no value can be put under another's name. Safe for several threads.
 */
public final class HomeKey {
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;

    private final SecretKey key;
    private final SecureRandom random = new SecureRandom();

    /** @param key 32 bytes */
    public HomeKey(byte[] key) {
        this.key = new SecretKeySpec(key, "AES");
    }

    /** A sealed value, as it is stored. */
    public record Sealed(byte[] nonce, byte[] bytes) {
        /** As text that a cookie may hold. */
        public String text() {
            Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
            return encoder.encodeToString(nonce) + "." + encoder.encodeToString(bytes);
        }

        /** What {@link #text} gave; empty for anything else. */
        public static Optional<Sealed> of(String text) {
            String[] parts = text.split("\\.", -1);
            try {
                Base64.Decoder decoder = Base64.getUrlDecoder();
                Sealed sealed = parts.length == 2
                        ? new Sealed(decoder.decode(parts[0]), decoder.decode(parts[1]))
                        : new Sealed(new byte[0], new byte[0]);
                return Optional.of(sealed)
                        .filter(one -> one.nonce().length == NONCE_BYTES && one.bytes().length * 8 > TAG_BITS);
            } catch (IllegalArgumentException noBase64) {
                return Optional.empty();
            }
        }
    }

    public Sealed seal(String name, String value) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        try {
            byte[] bytes = cipher(Cipher.ENCRYPT_MODE, name, nonce).doFinal(value.getBytes(StandardCharsets.UTF_8));
            return new Sealed(nonce, bytes);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java can't encrypt secrets", e);
        }
    }

    /** The value; empty if another key or name sealed it. */
    public Optional<String> open(String name, Sealed sealed) {
        try {
            byte[] value = cipher(Cipher.DECRYPT_MODE, name, sealed.nonce()).doFinal(sealed.bytes());
            return Optional.of(new String(value, StandardCharsets.UTF_8));
        } catch (AEADBadTagException otherKey) {
            return Optional.empty();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java can't decrypt secrets", e);
        }
    }

    private Cipher cipher(int mode, String name, byte[] nonce) throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
        cipher.updateAAD(name.getBytes(StandardCharsets.UTF_8));
        return cipher;
    }
}
