package lectomen.service.access;

import java.util.Objects;
import java.util.Optional;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder.SecretKeyFactoryAlgorithm;

/** Hashes passwords: PBKDF2 with HMAC-SHA-256. */
public final class PasswordHashing {
    /** As slow as people who sign in can bear, to slow down guessing. */
    public static final PasswordHashing SLOW = new PasswordHashing(600_000);

    private static final int SALT_BYTES = 16;

    /** Compared with when nobody has the name, so that the answer takes as long. */
    private static final String NOBODYS = "00".repeat(SALT_BYTES + 32);

    private final int rounds;
    private final Pbkdf2PasswordEncoder encoder;

    /** @param rounds of hashing per guess; tests use few */
    public PasswordHashing(int rounds) {
        this.rounds = rounds;
        this.encoder =
                new Pbkdf2PasswordEncoder("", SALT_BYTES, rounds, SecretKeyFactoryAlgorithm.PBKDF2WithHmacSHA256);
    }

    int rounds() {
        return rounds;
    }

    String hash(String password) {
        return Objects.requireNonNull(encoder.encode(password));
    }

    /** Whether it is the password of that hash; takes as long where there is no hash. */
    boolean matches(String password, Optional<String> hash) {
        return encoder.matches(password, hash.orElse(NOBODYS));
    }
}
