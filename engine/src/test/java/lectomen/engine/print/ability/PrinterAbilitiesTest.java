package lectomen.engine.print.ability;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.ticket.TicketAttribute;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PrinterAbilitiesTest {
    private static final PrinterAbilities PLOTTER = PrinterAbilities.of(IppGroup.of(
            IppGroup.Kind.PRINTER,
            IppAttribute.of("printer-make-and-model", IppTag.TEXT, "Quayline 900"),
            IppAttribute.of(
                    "media-supported",
                    IppTag.KEYWORD,
                    "iso_a4_210x297mm",
                    "custom_min_300x420mm",
                    "custom_max_914x15000mm"),
            IppAttribute.of("media-ready", IppTag.KEYWORD, "roll_main_914x0mm"),
            IppAttribute.of("media-default", IppTag.KEYWORD, "iso_a4_210x297mm"),
            IppAttribute.of("sides-supported", IppTag.KEYWORD, "one-sided"),
            IppAttribute.of("copies-supported", new IppValue.Range(1, 20)),
            IppAttribute.of("print-quality-supported", new IppValue.Enumerated(3), new IppValue.Enumerated(4)),
            IppAttribute.of("print-quality-default", new IppValue.Enumerated(4)),
            IppAttribute.of("number-up-supported", new IppValue.Whole(1), new IppValue.Whole(2), new IppValue.Whole(4)),
            IppAttribute.of("page-ranges-supported", new IppValue.Bool(false)),
            IppAttribute.of("job-priority-supported", new IppValue.Whole(10)),
            IppAttribute.of("output-bin-supported", new IppValue.OutOfBand(IppTag.NO_VALUE)),
            IppAttribute.of("document-format-supported", IppTag.MIME_MEDIA_TYPE, "application/pdf")));

    @ParameterizedTest
    @CsvSource({
        "media, iso_a4_210x297mm, true",
        "media, iso_a1_594x841mm, true",
        "media, custom_plan_900x15000mm, true",
        "media, custom_plan_900x15001mm, false",
        "media, iso_a5_148x210mm, false",
        "media, main-roll, false",
        "sides, one-sided, true",
        "sides, two-sided-long-edge, false",
        "copies, 20, true",
        "copies, 21, false",
        "print-quality, normal, true",
        "print-quality, high, false",
        "number-up, 4, true",
        "number-up, 3, false",
        "page-ranges, 1-4, false",
        "job-priority, 77, true",
        "finishings, staple, true",
        "output-bin, tray, true"
    })
    void whatAPrinterSaysDecides(String word, String value, boolean can) {
        assertThat(PLOTTER.can(TicketAttribute.find(word).orElseThrow(), value)).isEqualTo(can);
    }

    @Test
    void itIsShownInTheWordsOfTickets() {
        assertThat(PLOTTER.model()).isEqualTo("Quayline 900");
        assertThat(PLOTTER.readyMedia()).containsExactly("roll_main_914x0mm");
        assertThat(PLOTTER.formats()).containsExactly("application/pdf");
        assertThat(PLOTTER.words(TicketAttribute.PRINT_QUALITY)).isEqualTo(List.of("draft", "normal"));
        assertThat(PLOTTER.words(TicketAttribute.COPIES)).containsExactly("1-20");
        assertThat(PLOTTER.words(TicketAttribute.FINISHINGS)).isEmpty();
        assertThat(PLOTTER.usual())
                .containsEntry(TicketAttribute.PRINT_QUALITY, "normal")
                .containsEntry(TicketAttribute.MEDIA, "iso_a4_210x297mm");
    }

    @Test
    void aPrinterThatSaysNothingIsTakenToBeAbleTo() {
        PrinterAbilities silent = PrinterAbilities.of(IppGroup.of(IppGroup.Kind.PRINTER));
        assertThat(TicketAttribute.values()).allMatch(attribute -> silent.can(attribute, "1"));
        assertThat(silent.model()).isEmpty();
    }
}
