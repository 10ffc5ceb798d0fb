package lectomen.service.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** Random secrets, and the hashes that the store has of them. */
public final class Secrets {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int BYTES = 32;

    private Secrets() {}

    /** 256 random bits, in signs that a link or a cookie may hold. */
    public static String make() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** @param purpose so that a hash for one purpose says nothing about another */
    public static String hash(String purpose, String secret) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            return HexFormat.of().formatHex(digest.digest((purpose + ":" + secret).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }

    /** Takes the same time wherever they differ. */
    public static boolean same(String one, String other) {
        return MessageDigest.isEqual(one.getBytes(StandardCharsets.UTF_8), other.getBytes(StandardCharsets.UTF_8));
    }
}
