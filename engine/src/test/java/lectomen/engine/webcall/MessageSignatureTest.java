package lectomen.engine.webcall;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MessageSignatureTest {
    /** The example in RFC 9421, B.2.5. */
    @Test
    void theExampleOfTheStandardComesOut() {
        Map<String, String> components = new LinkedHashMap<>();
        components.put("date", "Tue, 20 Apr 2021 02:07:55 GMT");
        components.put("@authority", "example.com");
        components.put("content-type", "application/json");
        byte[] key = Base64.getDecoder()
                .decode("uzvJfB4u3N0Jy4T7NZ75MDVcr8zSTInedJtkgcu46YW4XByzNJjxBdtjUkdJPBtbmHhIDi6pcl8jsasjlTMtDQ==");
        MessageSignature signature = MessageSignature.of(
                components, Instant.ofEpochSecond(1_618_884_473), ";keyid=\"test-shared-secret\"", key);
        assertThat(signature.input())
                .endsWith(
                        "=(\"date\" \"@authority\" \"content-type\");created=1618884473;keyid=\"test-shared-secret\"");
        assertThat(signature.signature()).endsWith("=:pxcQw6G3AjtMBQjwo8XzkZf/bws5LelbaMk5rGIGtE8=:");
    }

    /** The example in RFC 9530, B.2. */
    @Test
    void theDigestOfABodyIsThatOfTheStandard() throws Exception {
        assertThat(MessageSignature.contentDigest(MessageDigest.getInstance("SHA-256")
                        .digest("{\"hello\": \"world\"}\n".getBytes(StandardCharsets.UTF_8))))
                .isEqualTo("sha-256=:RK/0qy18MlBSVnWgjwz6lZEWjP/lF5HF9bvEF8FabDg=:");
    }
}
