package lectomen.engine.webcall;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.stream.Collectors;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The signature of an HTTP request by HMAC with SHA-256 and a key that both sides know, with the time of signing (RFC 9421).
 *
 * @param input what was signed: the header {@code Signature-Input}
 * @param signature the header {@code Signature}
 */
public record MessageSignature(String input, String signature) {
    private static final String LABEL = "lectomen";
    private static final String HMAC = "HmacSHA256";

    /**
     * Signs a request.
     *
     * @param components of the request in their order, by the names that the standard gives them
     * @param parameters behind the created time, such as {@code ;keyid="office"}
     */
    public static MessageSignature of(Map<String, String> components, Instant created, String parameters, byte[] key) {
        String names =
                components.keySet().stream().map(name -> "\"" + name + "\"").collect(Collectors.joining(" ", "(", ")"));
        String signed = names + ";created=" + created.getEpochSecond() + parameters;
        String base = components.entrySet().stream()
                        .map(one -> "\"" + one.getKey() + "\": " + one.getValue() + "\n")
                        .collect(Collectors.joining())
                + "\"@signature-params\": " + signed;
        try {
            Mac mac = Mac.getInstance(HMAC);
            mac.init(new SecretKeySpec(key, HMAC));
            byte[] made = mac.doFinal(base.getBytes(StandardCharsets.UTF_8));
            return new MessageSignature(
                    LABEL + "=" + signed, LABEL + "=:" + Base64.getEncoder().encodeToString(made) + ":");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("This Java has no " + HMAC, e);
        }
    }

    /** The SHA-256 of a body, as the header {@code Content-Digest} has it (RFC 9530). */
    public static String contentDigest(byte[] sha256) {
        return "sha-256=:" + Base64.getEncoder().encodeToString(sha256) + ":";
    }
}
