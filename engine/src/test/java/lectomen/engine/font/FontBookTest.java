package lectomen.engine.font;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import lectomen.engine.flow.FormatProperty;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FontBookTest {
    private static final double EXACTLY = 0.0005;

    @TempDir
    private Path folder;

    private static Chosen choose(String family, FormatProperty.FontKind kind) {
        return FontBook.shipped().choose(family, kind, false, false);
    }

    @ParameterizedTest
    @CsvSource({
        "Arial,Liberation Sans,SAME_WIDTHS",
        "times new roman,Liberation Serif,SAME_WIDTHS",
        "Calibri,Carlito,SAME_WIDTHS",
        "Cambria,Caladea,SAME_WIDTHS",
        "Liberation Mono,Liberation Mono,ITSELF",
        "Harbour Script,Liberation Sans,OTHER"
    })
    void aFontThatIsNotAtHandIsStoodInFor(String wanted, String by, Chosen.Fit fit) {
        Chosen chosen = choose(wanted, FormatProperty.FontKind.UNKNOWN);
        assertThat(chosen.face().family()).isEqualTo(by);
        assertThat(chosen.fit()).isEqualTo(fit);
    }

    @Test
    void whatIsKnownOfAnUnknownFontDecidesWhatStandsInForIt() {
        assertThat(choose("Harbour", FormatProperty.FontKind.ROMAN).face().family())
                .isEqualTo("Liberation Serif");
        assertThat(choose("Harbour", FormatProperty.FontKind.MONO).face().family())
                .isEqualTo("Liberation Mono");
        assertThat(choose("Harbour Typewriter", FormatProperty.FontKind.UNKNOWN)
                        .face()
                        .family())
                .isEqualTo("Liberation Mono");
    }

    /** Widths of 2048ths, as the font has them that Carlito stands in for. */
    @ParameterizedTest
    @CsvSource({"Carlito,a,981", "Carlito,M,1751"})
    void fontsOfTheRegistryAreUnpackedWithTheirWidths(String family, char sign, int width) {
        Face face = choose(family, FormatProperty.FontKind.UNKNOWN).face();
        assertThat(face.main().width(sign) * 2048).isCloseTo(width, within(2.0));
    }

    @Test
    void aCharacterThatAFaceLacksIsTakenFromAnother() {
        Face face = choose("Carlito", FormatProperty.FontKind.UNKNOWN).face();
        assertThat(face.main().has(0x27A2)).isFalse();
        assertThat(face.fileFor(0x27A2).has(0x27A2)).isTrue();
        assertThat(face.fileFor('ł').has('ł')).isTrue();
    }

    @Test
    void fontsOfAFolderComeFirstAndWhatIsNoneIsNamed() throws IOException {
        try (InputStream in =
                FontBookTest.class.getResourceAsStream("/net/sf/jasperreports/fonts/dejavu/DejaVuSansCondensed.ttf")) {
            Files.write(
                    folder.resolve("condensed.ttf"), Objects.requireNonNull(in).readAllBytes());
        }
        Files.writeString(folder.resolve("broken.ttf"), "no font");
        FontBook book = FontBook.with(folder);
        assertThat(book.unusable()).containsExactly("broken.ttf");
        Chosen own = book.choose("DejaVu Sans Condensed", FormatProperty.FontKind.UNKNOWN, false, false);
        assertThat(own.fit()).isEqualTo(Chosen.Fit.ITSELF);
        double plain = choose("DejaVu Sans", FormatProperty.FontKind.UNKNOWN)
                .face()
                .main()
                .width('M');
        assertThat(own.face().main().width('M')).isCloseTo(plain * 0.9, within(EXACTLY));
    }
}
