package lectomen.engine.task;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.progress.Progress;
import lectomen.engine.read.DocumentReader;
import lectomen.engine.reason.Reason;

/** Reads a part of a page from its picture. */
final class RegionReader {
    /** White around the part, as around the text of a page. */
    private static final int MARGIN_PIXELS = 40;

    private RegionReader() {}

    /** @param region in the unit of the page @param drawn the whole page */
    static PageAnswer read(PageTask task, Box region, PageAnswer drawn, FontBook fonts) throws IOException {
        if (drawn.reason().isPresent() || drawn.png().length == 0) {
            return drawn;
        }
        BufferedImage page = ImageIO.read(new ByteArrayInputStream(drawn.png()));
        double scale = page.getWidth() / drawn.width();
        int left = (int) Math.max(0, region.left() * scale);
        int top = (int) Math.max(0, region.top() * scale);
        int width = (int) Math.min(page.getWidth() - left, Math.ceil(region.width() * scale));
        int height = (int) Math.min(page.getHeight() - top, Math.ceil(region.height() * scale));
        if (width < 1 || height < 1) {
            return PageAnswer.not(task, Reason.of("page.nothing-there"));
        }
        BufferedImage part = withMargin(page.getSubimage(left, top, width, height));
        Path file = Files.createTempFile("lectomen-region-", ".png");
        try {
            ImageIO.write(part, "png", file.toFile());
            ReadingOptions careful = new ReadingOptions(
                    List.of(), ReadingOptions.Care.CAREFUL, new PageChoice(1, 1), ReadingOptions.Layer.GOOD, 1);
            ReadResult reading = new DocumentReader(fonts)
                    .read(file, FileType.PNG, careful, "the text there", Progress.Listener.NONE);
            if (reading instanceof ReadResult.Unreadable unreadable) {
                return PageAnswer.not(task, unreadable.reason());
            }
            List<Page> read = ((ReadResult.Read) reading).text().pages();
            return read.isEmpty()
                    ? PageAnswer.not(task, Reason.of("page.nothing-there"))
                    : placed(PageShower.words(task, read.get(0)), drawn, region, part, scale);
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private static BufferedImage withMargin(BufferedImage part) {
        BufferedImage wide = new BufferedImage(
                part.getWidth() + 2 * MARGIN_PIXELS, part.getHeight() + 2 * MARGIN_PIXELS, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = wide.createGraphics();
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, wide.getWidth(), wide.getHeight());
        graphics.drawImage(part, MARGIN_PIXELS, MARGIN_PIXELS, null);
        graphics.dispose();
        return wide;
    }

    /** The words where they stand on the whole page. */
    private static PageAnswer placed(PageAnswer read, PageAnswer drawn, Box region, BufferedImage part, double scale) {
        double back = part.getWidth() / read.width() / scale;
        double margin = MARGIN_PIXELS / scale;
        List<PageAnswer.PlacedWord> words = read.words().stream()
                .map(word -> new PageAnswer.PlacedWord(
                        word.text(),
                        new Box(
                                region.left() - margin + word.box().left() * back,
                                region.top() - margin + word.box().top() * back,
                                word.box().width() * back,
                                word.box().height() * back),
                        word.line(),
                        word.confidence(),
                        word.others()))
                .toList();
        return new PageAnswer(
                read.id(),
                Optional.empty(),
                drawn.pages(),
                drawn.width(),
                drawn.height(),
                drawn.unit(),
                List.of(),
                new byte[0],
                words);
    }
}
