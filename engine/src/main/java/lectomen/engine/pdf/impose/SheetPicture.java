package lectomen.engine.pdf.impose;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.IntStream;
import lectomen.engine.pdf.PagePicture;
import lectomen.engine.pdf.PdfPageCount;
import lectomen.engine.print.ticket.SheetLayout;

/** Pictures of the sheets that a printer is expected to make of a PDF. */
public final class SheetPicture {
    private SheetPicture() {}

    /**
     * Draws one side of a sheet.
     *
     * @param side counted from 1
     * @return the picture, with how many sides there are
     * @throws IOException if the PDF is broken or locked, or there is no such side
     */
    public static PagePicture draw(Path pdf, SheetLayout layout, int side, int widthPixels) throws IOException {
        if (layout.isOnSheetsOfItsOwn()) {
            return page(pdf, layout, side, widthPixels);
        }
        Path sheet = Files.createTempFile("lectomen-sheet-", ".pdf");
        try {
            int sides = PdfImposer.imposeSide(pdf, layout.placing(), layout::prints, side, sheet);
            PagePicture picture = draw(sheet, 1, widthPixels, layout);
            return new PagePicture(sides, picture.width(), picture.height(), picture.png());
        } finally {
            Files.deleteIfExists(sheet);
        }
    }

    private static PagePicture page(Path pdf, SheetLayout layout, int side, int widthPixels) throws IOException {
        int[] pages = IntStream.rangeClosed(1, PdfPageCount.of(pdf))
                .filter(layout::prints)
                .toArray();
        if (side < 1 || side > pages.length) {
            throw new IOException("unknown side " + side);
        }
        PagePicture picture = draw(pdf, pages[side - 1], widthPixels, layout);
        return new PagePicture(pages.length, picture.width(), picture.height(), picture.png());
    }

    private static PagePicture draw(Path pdf, int page, int widthPixels, SheetLayout layout) throws IOException {
        return layout.isGrey()
                ? PagePicture.drawGrey(pdf, page, widthPixels)
                : PagePicture.draw(pdf, page, widthPixels);
    }
}
