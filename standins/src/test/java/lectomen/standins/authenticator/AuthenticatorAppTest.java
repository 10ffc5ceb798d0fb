package lectomen.standins.authenticator;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AuthenticatorAppTest {
    /** The secret 12345678901234567890 of RFC 6238, appendix B, in base 32. */
    private static final String SECRET = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";

    /** The last six of the eight digits that the table there has for SHA-1. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void theTestValuesOfTheStandardHold(long seconds, String code) {
        assertThat(AuthenticatorApp.code(SECRET, Instant.ofEpochSecond(seconds)))
                .isEqualTo(code);
    }
}
