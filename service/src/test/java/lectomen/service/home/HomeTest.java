package lectomen.service.home;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HomeTest {
    /** Where people put files and find them again. */
    private static final Set<String> FOR_OTHERS = Set.of("inbox", "archive", "lock");

    @TempDir
    private Path temp;

    @Test
    void nothingOfANewHomeButItsInboxAndArchiveIsOpenToOtherUsers() throws IOException {
        try (Home home = Home.open(temp.resolve("home"))) {
            home.token();
            home.ledgerKey();
            home.secretKey();
            home.announce("http://127.0.0.1:1");
            Set<String> open = new TreeSet<>();
            try (Stream<Path> all = Files.list(home.folder())) {
                for (Path one : (Iterable<Path>) all::iterator) {
                    String rights = PosixFilePermissions.toString(Files.getPosixFilePermissions(one));
                    if (!rights.endsWith("------")) {
                        open.add(one.getFileName().toString());
                    }
                }
            }
            assertThat(FOR_OTHERS).containsAll(open);
            assertThat(home.folder()).isDirectoryContaining("glob:**/trial-documents");
            assertThat(home.folder()).isDirectoryContaining("glob:**/derived");
        }
    }

    @Test
    void keysStayTheSame() throws IOException {
        byte[] key;
        try (Home home = Home.open(temp)) {
            key = home.secretKey();
            assertThat(key).hasSize(32);
            assertThat(home.ledgerKey()).isNotEqualTo(key);
        }
        try (Home again = Home.open(temp)) {
            assertThat(again.secretKey()).isEqualTo(key);
        }
    }

    @Test
    void oneServiceAtATimeWorksInAHome() throws IOException {
        try (Home home = Home.open(temp)) {
            assertThatThrownBy(() -> Home.open(temp))
                    .isInstanceOf(BadHomeException.class)
                    .hasMessageContaining("is in use by another Lectomen service");
            assertThat(home.folder()).isEqualTo(temp.toRealPath());
        }
        Home.open(temp).close();
    }
}
