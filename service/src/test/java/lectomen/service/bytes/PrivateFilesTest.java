package lectomen.service.bytes;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrivateFilesTest {
    @TempDir
    private Path temp;

    private static String rights(Path file) throws IOException {
        return PosixFilePermissions.toString(Files.getPosixFilePermissions(file));
    }

    @Test
    void aFileIsReadByItsOwnerAloneAlsoWhereOthersCouldReadItBefore() throws IOException {
        Path file = Files.writeString(temp.resolve("head"), "earlier, and longer");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-rw-rw-"));
        PrivateFiles.write(file, "now");
        assertThat(file).hasContent("now");
        assertThat(rights(file)).isEqualTo("rw-------");
        PrivateFiles.write(file, "and again");
        assertThat(file).hasContent("and again");
        try (Stream<Path> left = Files.list(temp)) {
            assertThat(left).containsExactly(file);
        }
    }

    @Test
    void whatAWriteThatWasCutShortLeftIsNoHindrance() throws IOException {
        Files.writeString(temp.resolve("head.next"), "half");
        PrivateFiles.write(temp.resolve("head"), "whole");
        assertThat(temp.resolve("head")).hasContent("whole");
        assertThat(temp.resolve("head.next")).doesNotExist();
    }

    @Test
    void aFolderIsTheOwnersAloneAlsoWhereItWasOpenBefore() throws IOException {
        assertThat(rights(PrivateFiles.folder(temp.resolve("new/inner")))).isEqualTo("rwx------");
        Path open = Files.createDirectory(temp.resolve("open"));
        Files.setPosixFilePermissions(open, PosixFilePermissions.fromString("rwxrwxrwx"));
        assertThat(rights(PrivateFiles.folder(open))).isEqualTo("rwx------");
    }
}
