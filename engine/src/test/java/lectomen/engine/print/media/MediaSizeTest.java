package lectomen.engine.print.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MediaSizeTest {
    @ParameterizedTest
    @CsvSource({
        "iso_a4_210x297mm, 210, 297",
        "iso_a1_594x841mm, 594, 841",
        "na_letter_8.5x11in, 215.9, 279.4",
        "custom_max_914x15000mm, 914, 15000",
        "om_small-photo_100x150mm, 100, 150"
    })
    void aNameStatesItsSize(String name, double width, double height) {
        MediaSize size = MediaSize.find(name).orElseThrow();
        assertThat(size.width()).isCloseTo(width, within(1e-9));
        assertThat(size.height()).isCloseTo(height, within(1e-9));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a4", "iso_a4", "iso_a4_210x297", "iso_a4_210x297cm", "iso_a4_x297mm", "_a4_210x297mm"})
    void otherNamesStateNone(String name) {
        assertThat(MediaSize.find(name)).isEmpty();
    }

    @Test
    void aLargerSizeCoversASmallerOne() {
        MediaSize a4 = new MediaSize(210, 297);
        assertThat(new MediaSize(297, 420).covers(a4)).isTrue();
        assertThat(a4.covers(a4)).isTrue();
        assertThat(new MediaSize(420, 200).covers(a4)).isFalse();
    }
}
