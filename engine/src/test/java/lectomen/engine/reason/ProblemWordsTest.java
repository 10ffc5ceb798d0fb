package lectomen.engine.reason;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.EOFException;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class ProblemWordsTest {
    private static final String DAMAGED = "it is damaged, or not valid for its format";

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            Missing root object specification in trailer. ~ Missing root object specification in trailer
            java.util.zip.DataFormatException: invalid stored block lengths ~ invalid stored block lengths
            IOException: Error: End-of-File, expected line ~ Error: End-of-File, expected line
            'the  tables\tof the font
              overlap!' ~ the tables of the font overlap
            COSArray cannot be cast to class org.apache.pdfbox.cos.COSDictionary ~ it is damaged, or not valid for its format
            NullPointerException ~ it is damaged, or not valid for its format
            Cannot invoke "Foo.bar()" because "x" is null ~ it is damaged, or not valid for its format
            '' ~ it is damaged, or not valid for its format
            """)
    void aLibrarysWordsAreKeptAndItsClassesAreNot(String message, String words) {
        assertThat(ProblemWords.of(new IOException(message))).isEqualTo(words);
    }

    static Stream<Arguments> kinds() {
        return Stream.of(
                Arguments.of(new IOException((String) null), DAMAGED),
                Arguments.of(new IndexOutOfBoundsException("Index 5 out of bounds for length 3"), DAMAGED),
                Arguments.of(new StackOverflowError(), DAMAGED),
                Arguments.of(new EOFException(), "it ends too early"),
                Arguments.of(new UncheckedIOException(new EOFException("x")), "it ends too early"),
                Arguments.of(new AccessDeniedException("/srv/x"), "permission denied"),
                Arguments.of(new NoSuchFileException("/srv/x"), "the file is not there, or can't be opened"),
                Arguments.of(new FileNotFoundException("/srv/x"), "the file is not there, or can't be opened"),
                Arguments.of(new FileSystemException("/srv/x", null, "Stale file handle"), "Stale file handle"));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void eachKindHasItsWords(Throwable e, String words) {
        assertThat(ProblemWords.of(e)).isEqualTo(words);
    }

    @Test
    void aDiskIsNotCalledDamagedAndLongWordsAreCut() {
        assertThat(ProblemWords.ofDisk(new FileSystemException("/srv/x")))
                .isEqualTo("the file system reports an error");
        assertThat(ProblemWords.of(new IOException("long ".repeat(50))))
                .hasSize(161)
                .endsWith("…");
    }
}
