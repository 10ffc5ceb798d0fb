package lectomen.standins.authenticator;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.Locale;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/** Stands in for an authenticator app: shows codes by time as RFC 4226 and RFC 6238 say it. */
public final class AuthenticatorApp {
    private static final String BASE_32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    private AuthenticatorApp() {}

    /** The code of six digits of a moment. @param key in base 32 */
    public static String code(String key, Instant time) {
        try {
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(decoded(key), "HmacSHA1"));
            byte[] hash = mac.doFinal(
                    ByteBuffer.allocate(8).putLong(time.getEpochSecond() / 30).array());
            int offset = hash[hash.length - 1] & 0xf;
            int number = ByteBuffer.wrap(hash).getInt(offset) & 0x7fffffff;
            return String.format(Locale.ROOT, "%06d", number % 1_000_000);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java has no HMAC-SHA-1", e);
        }
    }

    private static byte[] decoded(String text) {
        ByteBuffer bytes = ByteBuffer.allocate(text.length() * 5 / 8);
        long bits = 0;
        int count = 0;
        for (char sign : text.toUpperCase(Locale.ROOT).toCharArray()) {
            bits = (bits << 5 | BASE_32.indexOf(sign)) & 0xffff;
            count += 5;
            if (count >= 8) {
                bytes.put((byte) (bits >> (count - 8)));
                count -= 8;
            }
        }
        return bytes.array();
    }
}
