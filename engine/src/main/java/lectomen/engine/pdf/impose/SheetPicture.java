package lectomen.engine.pdf.impose;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.IntStream;
import lectomen.engine.pdf.PagePicture;
import lectomen.engine.pdf.PdfPageCount;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.print.ticket.TicketPlacing;

/** Pictures of the sheets that a printer is expected to make of a PDF. */
public final class SheetPicture {
    private SheetPicture() {}

    /**
     * Draws one side of a sheet.
     *
     * @param ticket by the words of IPP
     * @param side counted from 1
     * @return the picture, with how many sides there are
     * @throws IOException if the PDF is broken or locked, or there is no such side
     */
    public static PagePicture draw(Path pdf, Map<String, String> ticket, int side, int widthPixels) throws IOException {
        if (isItsOwnMedium(ticket)) {
            return page(pdf, ticket, side, widthPixels);
        }
        Path sheet = Files.createTempFile("lectomen-sheet-", ".pdf");
        try {
            int sides = PdfImposer.imposeSide(
                    pdf, TicketPlacing.of(ticket), page -> TicketPlacing.prints(ticket, page), side, sheet);
            PagePicture picture = draw(sheet, 1, widthPixels, ticket);
            return new PagePicture(sides, picture.width(), picture.height(), picture.png());
        } finally {
            Files.deleteIfExists(sheet);
        }
    }

    /** A page that goes on no named medium and is not scaled, such as a sheet that was made for a roll. */
    private static boolean isItsOwnMedium(Map<String, String> ticket) {
        return !ticket.containsKey(TicketAttribute.MEDIA.word())
                && ticket.getOrDefault(TicketAttribute.PRINT_SCALING.word(), "").equals("none")
                && ticket.getOrDefault(TicketAttribute.NUMBER_UP.word(), "1").equals("1");
    }

    private static PagePicture page(Path pdf, Map<String, String> ticket, int side, int widthPixels)
            throws IOException {
        int[] pages = IntStream.rangeClosed(1, PdfPageCount.of(pdf))
                .filter(page -> TicketPlacing.prints(ticket, page))
                .toArray();
        if (side < 1 || side > pages.length) {
            throw new IOException("unknown side " + side);
        }
        PagePicture picture = draw(pdf, pages[side - 1], widthPixels, ticket);
        return new PagePicture(pages.length, picture.width(), picture.height(), picture.png());
    }

    private static PagePicture draw(Path pdf, int page, int widthPixels, Map<String, String> ticket)
            throws IOException {
        return TicketPlacing.isGrey(ticket)
                ? PagePicture.drawGrey(pdf, page, widthPixels)
                : PagePicture.draw(pdf, page, widthPixels);
    }
}
