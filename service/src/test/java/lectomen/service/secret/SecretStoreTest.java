package lectomen.service.secret;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Stream;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SecretStoreTest {
    private static final String VALUE = "ebb-and-flood-7 über";

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private SecretStore secrets;

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp);
        secrets = withKey(1);
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    private SecretStore withKey(int key) {
        byte[] bytes = new byte[32];
        Arrays.fill(bytes, (byte) key);
        return new SecretStore(fixture.store, fixture.ledger, new HomeKey(bytes), fixture.clock);
    }

    @Test
    void aSecretIsOpenedWithTheKeyThatSealedIt() {
        secrets.put("mail-password", VALUE, "ada");
        assertThat(secrets.open("mail-password")).contains(VALUE);
        assertThat(withKey(1).open("mail-password")).contains(VALUE);
    }

    @Test
    void withAnotherKeyItStaysShutAndThatIsSaid() {
        secrets.put("mail-password", VALUE, "ada");
        assertThat(withKey(2).open("mail-password")).isEmpty();
        assertThat(withKey(2).list()).singleElement().satisfies(entry -> assertThat(entry.readable())
                .isFalse());
    }

    @Test
    void nothingOnDiskHoldsItsValue() throws IOException {
        secrets.put("mail-password", VALUE, "ada");
        byte[] sought = VALUE.getBytes(StandardCharsets.UTF_8);
        try (Stream<Path> files = Files.walk(temp)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String bytes = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
                assertThat(bytes).doesNotContain(new String(sought, StandardCharsets.ISO_8859_1));
            }
        }
    }

    @Test
    void aSealedValueUnderAnothersNameStaysShut() {
        secrets.put("mail-password", VALUE, "ada");
        secrets.put("print-password", "other", "ada");
        fixture.store.write(db -> db.sql("""
                        update secret set nonce = s.nonce, sealed = s.sealed
                        from (select nonce, sealed from secret where name = 'mail-password') s
                        where secret.name = 'print-password'
                        """).update());
        assertThat(secrets.open("print-password")).isEmpty();
    }

    @Test
    void theSameValueIsNeverSealedTheSameWay() {
        secrets.put("one", VALUE, "ada");
        secrets.put("two", VALUE, "ada");
        long different = fixture.store.read(db -> db.sql("select count(distinct sealed) from secret")
                .query(Long.class)
                .single());
        assertThat(different).isEqualTo(2);
    }

    @Test
    void aChangeCountsUpAndARemovalForgets() {
        secrets.put("mail-password", VALUE, "ada");
        assertThat(secrets.put("mail-password", "next", "ben").version()).isEqualTo(2);
        assertThat(secrets.open("mail-password")).contains("next");
        secrets.remove("mail-password", "ada");
        assertThatThrownBy(() -> secrets.open("mail-password")).isInstanceOf(NoSuchSecretException.class);
        assertThatThrownBy(() -> secrets.remove("mail-password", "ada")).isInstanceOf(NoSuchSecretException.class);
    }

    @ParameterizedTest
    @CsvSource({"Mail password, x, lower-case letters", "'', x, lower-case letters", "mail, '', 1 to 4096 characters"})
    void whatCanNotBeKeptSaysWhyWithoutTheValue(String name, String value, String expected) {
        assertThat(SecretStore.findProblem(name, value))
                .hasValueSatisfying(words -> assertThat(words).contains(expected));
    }
}
