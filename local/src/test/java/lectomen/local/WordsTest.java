package lectomen.local;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How commands that work on the spot say sizes and names. */
class WordsTest {
    @TempDir
    private Path temp;

    @ParameterizedTest
    @CsvSource({"0, 0 B", "9999, 9999 B", "10000, 10 kB", "9999999, 9999 kB", "10000000, 10 MB", "2147483648, 2147 MB"})
    void sizes(long bytes, String words) {
        assertThat(Sizes.words(bytes)).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({"a.txt, a", "a.b.pdf, a.b", ".hidden, .hidden", "plain, plain", "folder/a.tif, a"})
    void aStemIsTheNameWithoutItsLastExtension(String file, String stem) {
        assertThat(Scratch.stem(Path.of(file))).isEqualTo(stem);
    }

    @Test
    void aScratchFolderGoesWithAllThatIsInIt() throws Exception {
        Path folder = Files.createDirectories(temp.resolve("scratch/deep/deeper"));
        Files.writeString(folder.resolve("a.txt"), "a");
        Scratch.remove(temp.resolve("scratch"));
        assertThat(temp.resolve("scratch")).doesNotExist();
    }

    @Test
    void withoutWordsTheWayToUseItIsShown() {
        OnTheSpot.Answer none = OnTheSpot.run("burn");
        assertThat(none.exitCode()).isEqualTo(2);
        assertThat(none.err()).contains("burn");
        for (String command : new String[] {"convert", "inspect", "read", "propose"}) {
            OnTheSpot.Answer help = OnTheSpot.run(command, "--help");
            assertThat(help.exitCode()).isZero();
            assertThat(help.out()).startsWith("Usage: lectomen " + command).contains("Examples:");
        }
    }
}
