package lectomen.service.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.junit.jupiter.api.Test;

class PasswordHashingTest {
    private static final String PASSWORD = "the tide turns at nine";

    @Test
    void passwordsAreKeptAsPbkdf2WithAsManyRounds() throws Exception {
        assertThat(PasswordHashing.SLOW.rounds()).isEqualTo(600_000);
        byte[] kept = HexFormat.of().parseHex(new PasswordHashing(1_000).hash(PASSWORD));
        byte[] salt = Arrays.copyOf(kept, 16);
        byte[] derived = SecretKeyFactory.getInstance("PBKDF2WithHmacSHA256")
                .generateSecret(new PBEKeySpec(PASSWORD.toCharArray(), salt, 1_000, 256))
                .getEncoded();
        assertThat(Arrays.copyOfRange(kept, 16, kept.length)).isEqualTo(derived);
    }

    @Test
    void onlyTheRightPasswordMatchesAndNoneWithoutAHash() {
        PasswordHashing hashing = new PasswordHashing(1);
        String hash = hashing.hash(PASSWORD);
        assertThat(hashing.hash(PASSWORD)).as("another salt").isNotEqualTo(hash);
        assertThat(hashing.matches(PASSWORD, Optional.of(hash))).isTrue();
        assertThat(hashing.matches("the tide turns at ten", Optional.of(hash))).isFalse();
        assertThat(hashing.matches(PASSWORD, Optional.empty())).isFalse();
    }
}
