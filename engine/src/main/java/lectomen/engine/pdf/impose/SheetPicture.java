package lectomen.engine.pdf.impose;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import lectomen.engine.pdf.PagePicture;
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
        Path sheet = Files.createTempFile("lectomen-sheet-", ".pdf");
        try {
            int sides = PdfImposer.imposeSide(
                    pdf, TicketPlacing.of(ticket), page -> TicketPlacing.prints(ticket, page), side, sheet);
            PagePicture picture = TicketPlacing.isGrey(ticket)
                    ? PagePicture.drawGrey(sheet, 1, widthPixels)
                    : PagePicture.draw(sheet, 1, widthPixels);
            return new PagePicture(sides, picture.width(), picture.height(), picture.png());
        } finally {
            Files.deleteIfExists(sheet);
        }
    }
}
