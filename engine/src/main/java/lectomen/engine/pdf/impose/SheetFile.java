package lectomen.engine.pdf.impose;

import java.awt.image.BufferedImage;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.JpegBands;
import lectomen.engine.image.PictureSize;
import lectomen.engine.image.Pixels;
import lectomen.engine.print.ability.SheetDrawing;
import lectomen.engine.print.raster.PwgRasterWriter;
import lectomen.engine.print.raster.RasterSide;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.progress.Progress;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Draws the sheets of a PDF for a printer that takes pictures of sheets alone. */
public final class SheetFile {
    private static final int JPEG_PERCENT = 90;

    private final SheetDrawing how;
    private final Progress.Listener listener;

    private SheetFile(SheetDrawing how, Progress.Listener listener) {
        this.how = how;
        this.listener = listener;
    }

    /**
     * @param listener called for each band
     * @return how many sides there are; where it is not what the format can have, nothing is written
     * @throws IOException if the PDF is broken or locked
     */
    public static int draw(Path pdf, SheetDrawing how, Path to, Progress.Listener listener) throws IOException {
        try (LaidOut sheets = LaidOut.of(pdf, how.layout())) {
            if (sheets.sides() > 0 && (sheets.sides() == 1 || how.format() != SheetDrawing.Format.JPEG)) {
                new SheetFile(how, listener).write(sheets, to);
            }
            return sheets.sides();
        }
    }

    private void write(LaidOut sheets, Path to) throws IOException {
        try (PDDocument document = Loader.loadPDF(sheets.pdf().toFile(), IOUtils.createTempFileOnlyStreamCache());
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(to), 1 << 16)) {
            if (how.format() == SheetDrawing.Format.JPEG) {
                writeJpeg(document, sheets.page(1), out);
                return;
            }
            String mode = how.layout().ticket().getOrDefault(TicketAttribute.PRINT_COLOR_MODE.word(), "");
            PwgRasterWriter writer = new PwgRasterWriter(out, mode.equals("bi-level"));
            RasterSide last = write(document, sheets, 1, writer);
            for (int side = 2; side <= sheets.sides(); side++) {
                last = write(document, sheets, side, writer);
            }
            if (how.copies() > 1 && how.isOnBothSides() && sheets.sides() % 2 == 1) {
                writeBlank(last, writer);
            }
        }
        if (how.format() == SheetDrawing.Format.PWG_RASTER) {
            repeat(to, how.copies());
        }
    }

    /** Puts copies of all its sides behind them. */
    private static void repeat(Path file, int copies) throws IOException {
        long end = Files.size(file);
        try (FileChannel from = FileChannel.open(file, StandardOpenOption.READ);
                FileChannel to = FileChannel.open(file, StandardOpenOption.WRITE, StandardOpenOption.APPEND)) {
            for (int copy = 1; copy < copies; copy++) {
                for (long at = PwgRasterWriter.FIRST_SIDE; at < end; ) {
                    at += from.transferTo(at, end - at, to);
                }
            }
        }
    }

    /** The back of a copy's last sheet, so that the next copy begins on a sheet of its own. */
    private static void writeBlank(RasterSide side, PwgRasterWriter writer) throws IOException {
        int[] white = new int[side.width()];
        Arrays.fill(white, 0xffffff);
        try (PwgRasterWriter.Lines lines = writer.begin(side)) {
            for (int row = 0; row < side.height(); row++) {
                lines.add(white, 0);
            }
        }
    }

    private RasterSide write(PDDocument document, LaidOut sheets, int number, PwgRasterWriter writer)
            throws IOException {
        SheetBands bands = new SheetBands(document, sheets.page(number), how.dotsAcross(), how.dotsAlong(), 1);
        boolean isBack = how.isOnBothSides() && number % 2 == 0;
        boolean across = isBack && how.back().isMirroredAcross(how.isTumbled());
        boolean along = isBack && how.back().isMirroredAlong(how.isTumbled());
        RasterSide side = new RasterSide(
                bands.width(),
                bands.height(),
                how.dotsAcross(),
                how.dotsAlong(),
                how.colour(),
                how.layout().ticket().getOrDefault(TicketAttribute.MEDIA.word(), ""),
                (int) Math.round(bands.size().width()),
                (int) Math.round(bands.size().height()),
                sides(sheets),
                how.isOnBothSides(),
                how.isTumbled(),
                across,
                along,
                how.quality());
        try (PwgRasterWriter.Lines lines = writer.begin(side)) {
            for (int i = 0; i < bands.count(); i++) {
                tell(number, sheets.sides(), i, bands.count());
                add(bands.draw(along ? bands.count() - 1 - i : i), across, along, lines);
            }
        }
        return side;
    }

    /** In all copies; not counted where a blank one may follow. */
    private int sides(LaidOut sheets) {
        return how.copies() > 1 && how.isOnBothSides() ? 0 : sheets.sides() * how.copies();
    }

    /** Each band counts, so that one large sheet is seen to go on. */
    private void tell(int side, int sides, int band, int bands) {
        listener.at(new Progress("drawing sheets", (side - 1) * bands + band, sides * bands));
    }

    private static void add(BufferedImage band, boolean across, boolean along, PwgRasterWriter.Lines lines)
            throws IOException {
        int width = band.getWidth();
        int height = band.getHeight();
        int[] pixels = SheetBands.pixels(band);
        for (int row = 0; row < height; row++) {
            int offset = (along ? height - 1 - row : row) * width;
            if (across) {
                mirror(pixels, offset, width);
            }
            lines.add(pixels, offset);
        }
    }

    private static void mirror(int[] pixels, int offset, int width) {
        for (int left = offset, right = offset + width - 1; left < right; left++, right--) {
            int pixel = pixels[left];
            pixels[left] = pixels[right];
            pixels[right] = pixel;
        }
    }

    private void writeJpeg(PDDocument document, int page, OutputStream out) throws IOException {
        SheetBands whole = new SheetBands(document, page, how.dotsAcross(), how.dotsAlong(), 1);
        ColourDepth depth = how.layout().isGrey() ? ColourDepth.GREY : ColourDepth.COLOUR;
        PictureSize size = new PictureSize(whole.width(), whole.height(), how.dotsAcross(), how.dotsAlong());
        try (JpegBands jpeg = new JpegBands(out, size, depth, JPEG_PERCENT)) {
            SheetBands bands = new SheetBands(document, page, how.dotsAcross(), how.dotsAlong(), jpeg.rowsOfStrip());
            for (int i = 0; i < bands.count(); i++) {
                tell(1, 1, i, bands.count());
                jpeg.add(Pixels.as(depth, bands.draw(i)));
            }
        }
    }
}
