package lectomen.engine.print.ability;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppTag;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.raster.SheetBack;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.print.ticket.TicketPlacing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetDrawingTest {
    /** A printer that takes no PDF. */
    private static PrinterAbilities printer(List<String> formats, IppAttribute... more) {
        List<IppAttribute> all = new ArrayList<>(List.of(
                IppAttribute.of("document-format-supported", IppTag.MIME_MEDIA_TYPE, formats.toArray(String[]::new)),
                IppAttribute.of("media-default", IppTag.KEYWORD, "iso_a5_148x210mm"),
                IppAttribute.of("number-up-supported", new IppValue.Whole(1)),
                IppAttribute.of("sides-supported", IppTag.KEYWORD, "one-sided"),
                dots("pwg-raster-document-resolution-supported", 150, 360, 1_200),
                dots("printer-resolution-supported", 600),
                IppAttribute.of(
                        "pwg-raster-document-type-supported",
                        IppTag.KEYWORD,
                        "black_1",
                        "sgray_8",
                        "srgb_8",
                        "device2_8"),
                IppAttribute.of("pwg-raster-document-sheet-back", IppTag.KEYWORD, "flipped")));
        all.addAll(List.of(more));
        return PrinterAbilities.of(IppGroup.of(IppGroup.Kind.PRINTER, all.toArray(IppAttribute[]::new)));
    }

    private static IppAttribute dots(String name, int... dots) {
        return new IppAttribute(
                name,
                Arrays.stream(dots)
                        .mapToObj(one -> (IppValue) new IppValue.Resolution(one, one, IppValue.PerUnit.DOTS_PER_INCH))
                        .toList());
    }

    private static Map<String, String> ticket(String words) {
        Map<String, String> ticket = new TreeMap<>();
        if (words != null) {
            Stream.of(words.split("; ")).forEach(word -> ticket.put(word.split("=")[0], word.split("=")[1]));
        }
        return ticket;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            image/pwg-raster             |                              | PWG_RASTER | 360   | srgb_8
            image/pwg-raster, image/jpeg |                              | PWG_RASTER | 360   | srgb_8
            image/pwg-raster             | print-quality=draft          | PWG_RASTER | 150   | srgb_8
            image/pwg-raster             | print-quality=high           | PWG_RASTER | 1200  | srgb_8
            image/pwg-raster             | print-color-mode=monochrome  | PWG_RASTER | 360   | sgray_8
            image/pwg-raster             | print-color-mode=bi-level    | PWG_RASTER | 360   | black_1
            image/jpeg                   |                              | JPEG       | 600   | srgb_8
            image/jpeg, text/plain       | print-color-mode=monochrome  | JPEG       | 600   | sgray_8
            """)
    void sheetsAreDrawnAsThePrinterAndTheTicketSay(
            String formats, String words, SheetDrawing.Format format, int dots, String colour) {
        SheetDrawing how = printer(List.of(formats.split(", ")))
                .findDrawing("application/pdf", ticket(words))
                .orElseThrow();
        assertThat(how.format()).isEqualTo(format);
        assertThat(how.dotsAcross()).isEqualTo(how.dotsAlong()).isEqualTo(dots);
        assertThat(how.colour().word()).isEqualTo(colour);
        assertThat(how.layout().ticket()).containsEntry("media", "iso_a5_148x210mm");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            application/pdf                   | application/pdf
            image/pwg-raster, application/pdf | application/pdf
            image/pwg-raster, image/tiff      | image/tiff
            application/postscript            | application/pdf
            """)
    void whatThePrinterTakesOrCantTakeIsNotDrawn(String formats, String document) {
        assertThat(printer(List.of(formats.split(", "))).findDrawing(document, Map.of()))
                .isEmpty();
        assertThat(PrinterAbilities.of(IppGroup.of(IppGroup.Kind.PRINTER)).findDrawing(document, Map.of()))
                .isEmpty();
    }

    @Test
    void whatIsDrawnIsNotAskedOfThePrinterAgain() {
        PrinterAbilities printer = printer(List.of("image/pwg-raster"));
        Map<String, String> asked = ticket("copies=2; number-up=4; page-ranges=1-4; sides=two-sided-short-edge");
        SheetDrawing how = printer.findDrawing("application/pdf", asked).orElseThrow();
        assertThat(how.left(asked)).containsOnlyKeys("copies", "sides");
        assertThat(how.isOnBothSides()).isTrue();
        assertThat(how.isTumbled()).isTrue();
        assertThat(how.back()).isEqualTo(SheetBack.FLIPPED);
        assertThat(printer.can(TicketAttribute.NUMBER_UP, "4")).isTrue();
        assertThat(printer.can(TicketAttribute.SIDES, "two-sided-short-edge")).isFalse();
        assertThat(printer(List.of("application/pdf")).can(TicketAttribute.NUMBER_UP, "4"))
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({"image/pwg-raster, 1, 3, 3", "image/pwg-raster, 99, 3, 1", "image/jpeg, 1, 3, 1"})
    void copiesAreWrittenWhereThePrinterMakesNone(String format, int most, int asked, int written) {
        PrinterAbilities printer =
                printer(List.of(format), IppAttribute.of("copies-supported", new IppValue.Range(1, most)));
        Map<String, String> ticket = Map.of("copies", Integer.toString(asked));
        SheetDrawing how = printer.findDrawing("application/pdf", ticket).orElseThrow();
        assertThat(how.copies()).isEqualTo(written);
        assertThat(how.left(ticket).containsKey("copies")).isEqualTo(written == 1);
        assertThat(printer.can(TicketAttribute.COPIES, "3")).isEqualTo(most > 1 || written > 1);
    }

    @Test
    void marginsAreTheWidestOnEachSide() {
        IppAttribute[] margins = Stream.of("left", "top", "right", "bottom")
                .map(side -> IppAttribute.of(
                        "media-" + side + "-margin-supported",
                        new IppValue.Whole(0),
                        new IppValue.Whole(side.equals("bottom") ? 1_270 : 254)))
                .toArray(IppAttribute[]::new);
        Margins said = printer(List.of("image/jpeg"), margins).layout(Map.of()).margins();
        assertThat(said.bottom()).isCloseTo(36, within(1e-9));
        assertThat(said.left()).isEqualTo(said.top()).isEqualTo(said.right()).isCloseTo(7.2, within(1e-9));
        assertThat(printer(List.of("image/jpeg"), margins[0]).layout(Map.of()).margins())
                .as("it does not say all")
                .isEqualTo(TicketPlacing.USUAL_MARGINS);
    }

    @Test
    void whatAPrinterMisstatesIsNotUsed() {
        PrinterAbilities odd = printer(
                List.of("image/pwg-raster"),
                dots("printer-resolution-supported", 0, -5, 90_000),
                IppAttribute.of("media-left-margin-supported", new IppValue.Whole(-3)));
        assertThat(odd.findDrawing("application/pdf", Map.of()).map(SheetDrawing::dotsAcross))
                .isEqualTo(Optional.of(360));
        PrinterAbilities none = PrinterAbilities.of(IppGroup.of(
                IppGroup.Kind.PRINTER,
                IppAttribute.of("document-format-supported", IppTag.MIME_MEDIA_TYPE, "image/pwg-raster"),
                IppAttribute.of("pwg-raster-document-type-supported", IppTag.KEYWORD, "srgb_8"),
                dots("pwg-raster-document-resolution-supported", 0, 90_000)));
        assertThat(none.findDrawing("application/pdf", Map.of()).map(SheetDrawing::dotsAcross))
                .as("one that any printer has")
                .isEqualTo(Optional.of(300));
    }

    @Test
    void aSheetOfItsOwnKeepsItsSize() {
        Map<String, String> plain = ticket("print-scaling=none");
        SheetDrawing how = printer(List.of("image/pwg-raster"))
                .findDrawing("application/pdf", plain)
                .orElseThrow();
        assertThat(how.layout().isOnSheetsOfItsOwn()).isTrue();
        assertThat(how.quality()).isZero();
    }
}
