package lectomen.service.bytes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.stream.Stream;
import lectomen.engine.task.ByteRef;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ByteStoreTest {
    @TempDir
    private Path temp;

    private static InputStream bytes(String text) {
        return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    }

    private long files() throws IOException {
        try (Stream<Path> files = Files.walk(temp)) {
            return files.filter(Files::isRegularFile).count();
        }
    }

    @Test
    void bytesAreKeptOnceUnderTheirHash() throws IOException {
        ByteStore store = new ByteStore(temp);
        ByteRef ref = store.put(bytes("abc"));
        assertThat(ref.sha256()).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(ref.size()).isEqualTo(3);
        assertThat(store.put(bytes("abc"))).isEqualTo(ref);
        assertThat(files()).isEqualTo(1);
        try (InputStream in = store.open(ref.sha256())) {
            assertThat(in.readAllBytes()).isEqualTo("abc".getBytes(StandardCharsets.UTF_8));
        }
    }

    @Test
    void anInterruptedUploadLeavesNothing() throws IOException {
        ByteStore store = new ByteStore(temp);
        InputStream breaking = new InputStream() {
            private int left = 100_000;

            @Override
            public int read() throws IOException {
                if (left == 0) {
                    throw new IOException("unplugged");
                }
                left--;
                return 'x';
            }
        };
        assertThatThrownBy(() -> store.put(breaking)).hasMessage("unplugged");
        assertThat(files()).isZero();
    }

    @Test
    void aStartClearsWhatAnInterruptedCopyLeft() throws IOException {
        Files.createDirectories(temp.resolve("incoming"));
        Files.writeString(temp.resolve("incoming/half"), "ha");
        ByteStore store = new ByteStore(temp);
        assertThat(files()).isZero();
        assertThat(store.put(bytes("x")).size()).isEqualTo(1);
    }

    @Test
    void unknownBytesAndWrongNamesAreRefused() throws IOException {
        ByteStore store = new ByteStore(temp);
        assertThatThrownBy(() -> store.open("0".repeat(64))).isInstanceOf(NoSuchFileException.class);
        assertThatThrownBy(() -> store.open("../../etc/passwd")).isInstanceOf(IllegalArgumentException.class);
    }
}
