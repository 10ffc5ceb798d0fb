package lectomen.client;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TableTest {
    private static Table table() {
        Table table = new Table("JOB", "RULE", "FILE").shrink(2, 1);
        table.row("1-1", "mooring-permits", "a.pdf").below("filed as Mooring permits/2027/a.pdf");
        table.row("1-100", "tides", "a very long name of a permit for the Łódź ferry 0031.pdf");
        return table;
    }

    @Test
    void columnsAreAsWideAsTheirWidestCell() {
        List<String> lines = table().lines(Optional.empty());
        assertThat(lines)
                .containsExactly(
                        "JOB    RULE             FILE",
                        "1-1    mooring-permits  a.pdf",
                        "      filed as Mooring permits/2027/a.pdf",
                        "1-100  tides            a very long name of a permit for the Łódź ferry 0031.pdf");
    }

    @ParameterizedTest
    @ValueSource(ints = {80, 60, 45})
    void noLineIsWiderThanTheTerminal(int columns) {
        assertThat(table().lines(Optional.of(columns)))
                .allSatisfy(line ->
                        assertThat(line.codePointCount(0, line.length())).isLessThanOrEqualTo(columns));
    }

    @Test
    void aLongCellKeepsBothItsEnds() {
        assertThat(Table.cut("a very long name 0031.pdf", 12))
                .isEqualTo("a ver\u2026031.pdf".substring(0, 5) + "\u2026" + "31.pdf");
        assertThat(Table.cut("short", 12)).isEqualTo("short");
    }

    @Test
    void longLinesBelowAreBrokenAtBlanks() {
        assertThat(Table.wrap("one two three", 7)).containsExactly("one two", "three");
        assertThat(Table.wrap("unbreakable", 4)).containsExactly("unbreakable");
    }
}
