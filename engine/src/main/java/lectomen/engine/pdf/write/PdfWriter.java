package lectomen.engine.pdf.write;

import java.awt.geom.AffineTransform;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.PictureFile;
import lectomen.engine.image.PictureInfo;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDPageLabelRange;
import org.apache.pdfbox.pdmodel.common.PDPageLabels;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageFitDestination;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.util.Matrix;

/**
 * Writes a PDF, page by page. Streams go to a scratch file as they are written, so that many pages need no more memory than
 * one.
 *
 * <pre>{@code
 * try (PdfOut pdf = PdfOut.begin(PdfTarget.PDF_A_2B, PageLook.USUAL)) {
 *     pdf.add(pictures, 1, Optional.empty());
 *     pdf.write(DocumentDetails.of(now), out);
 * }
 * }</pre>
 */
public final class PdfWriter implements AutoCloseable {
    private final PDDocument document;
    private final PdfTarget target;
    private final PageLook look;
    private final PageImages images;
    private final List<String> bookmarks = new ArrayList<>();
    private Optional<TextLayer> text = Optional.empty();

    private PdfWriter(PDDocument document, PdfTarget target, PageLook look) {
        this.document = document;
        this.target = target;
        this.look = look;
        this.images = new PageImages(document, look);
    }

    /** @throws IllegalArgumentException for a target that asks for a structure, which pictures have none of */
    public static PdfWriter begin(PdfTarget target, PageLook look) {
        if (target.isAccessible()) {
            throw new IllegalArgumentException("Pictures do not become " + target.word());
        }
        return new PdfWriter(new PDDocument(IOUtils.createTempFileOnlyStreamCache()), target, look);
    }

    /**
     * Adds a page of a picture file as it is, upright.
     *
     * @param words recognised on it, to lie invisibly on the printed ones; measured in points of the upright page
     * @throws IOException if the picture is broken
     */
    public void add(PictureFile pictures, int number, Optional<Page> words) throws IOException {
        PictureInfo info = pictures.pages().get(number - 1);
        PDPage page = page(info.pageWidth(), info.pageHeight());
        PageImages.Drawn drawn = images.of(pictures, number);
        draw(page, drawn, drawn.stored() ? upright(info) : new AffineTransform(), words);
    }

    /** Adds a page as points. */
    public void add(PagePixels pixels, Optional<Page> words) throws IOException {
        draw(page(pixels.pageWidth(), pixels.pageHeight()), images.of(pixels), new AffineTransform(), words);
    }

    /** The page's own size, or the paper that is wished, turned as the picture is. */
    private PDPage page(double width, double height) {
        PDRectangle size = look.paper()
                .map(paper -> {
                    boolean wide = width > height;
                    return new PDRectangle((float) (wide ? paper.longSide() : paper.shortSide()), (float)
                            (wide ? paper.shortSide() : paper.longSide()));
                })
                .orElseGet(() -> new PDRectangle((float) width, (float) height));
        PDPage page = new PDPage(size);
        document.addPage(page);
        return page;
    }

    /** From the unit square of the stored picture to that of the upright page; PDF counts upwards. */
    private static AffineTransform upright(PictureInfo info) {
        AffineTransform flip = new AffineTransform(1, 0, 0, -1, 0, 1);
        AffineTransform all = new AffineTransform(flip);
        all.concatenate(info.turn().transform(1, 1));
        all.concatenate(flip);
        return all;
    }

    private void draw(PDPage page, PageImages.Drawn drawn, AffineTransform turned, Optional<Page> words)
            throws IOException {
        PDRectangle size = page.getMediaBox();
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
            AffineTransform placed = new AffineTransform();
            double scale = Math.min(size.getWidth() / drawn.width(), size.getHeight() / drawn.height());
            double width = drawn.width() * scale;
            double height = drawn.height() * scale;
            double left = (size.getWidth() - width) / 2;
            double bottom = (size.getHeight() - height) / 2;
            placed.translate(left, bottom);
            placed.scale(width, height);
            placed.concatenate(turned);
            for (PDImageXObject image : drawn.images()) {
                content.drawImage(image, new Matrix(placed));
            }
            if (words.isPresent()) {
                if (text.isEmpty()) {
                    text = Optional.of(TextLayer.begin(document));
                }
                AffineTransform toPage = new AffineTransform(scale, 0, 0, -scale, left, bottom + height);
                text.get().write(content, words.get(), toPage);
            }
        }
    }

    /** Names the last page that was added, in the outline. */
    public void bookmark(String title) {
        while (bookmarks.size() < document.getNumberOfPages() - 1) {
            bookmarks.add("");
        }
        if (bookmarks.size() < document.getNumberOfPages()) {
            bookmarks.add(title);
        }
    }

    /** Labels pages from that one on by a prefix and a count from 1, as far as the next such call says otherwise. */
    public void label(int fromPage, String prefix) throws IOException {
        PDPageLabels labels = document.getDocumentCatalog().getPageLabels();
        if (labels == null) {
            labels = new PDPageLabels(document);
        }
        PDPageLabelRange range = new PDPageLabelRange();
        range.setStyle(PDPageLabelRange.STYLE_DECIMAL);
        if (!prefix.isEmpty()) {
            range.setPrefix(prefix);
        }
        labels.setLabelItem(fromPage - 1, range);
        document.getDocumentCatalog().setPageLabels(labels);
    }

    /** Lets a box on a page lead to an address. @param box in points of the upright page, from its top left */
    public void link(int pageNumber, Box box, String address) throws IOException {
        Links.add(document.getPage(pageNumber - 1), box, address);
    }

    /** Puts a file in. @throws IllegalStateException if the target may carry none */
    public void attach(Path file, String name, FileType type, Attachments.Relation relation) throws IOException {
        if (!target.mayCarryFiles()) {
            throw new IllegalStateException(target.word() + " carries no files");
        }
        Attachments.add(document, file, name, type, relation);
    }

    /** Writes it all. */
    public void write(DocumentDetails details, OutputStream out) throws IOException {
        outline();
        ArchiveMetadata.write(document, target, details);
        save(document, target, out);
    }

    private void outline() {
        PDDocumentOutline outline = new PDDocumentOutline();
        for (int i = 0; i < bookmarks.size(); i++) {
            if (!bookmarks.get(i).isEmpty()) {
                PDPageFitDestination there = new PDPageFitDestination();
                there.setPage(document.getPage(i));
                PDOutlineItem item = new PDOutlineItem();
                item.setTitle(bookmarks.get(i));
                item.setDestination(there);
                outline.addLast(item);
            }
        }
        if (outline.hasChildren()) {
            document.getDocumentCatalog().setDocumentOutline(outline);
        }
    }

    /** The first part of ISO 19005 builds on PDF 1.4, which knows no compressed objects. */
    public static void save(PDDocument document, PdfTarget target, OutputStream out) throws IOException {
        boolean old = target.part() == 1;
        document.getDocument().setVersion(old ? 1.4f : 1.7f);
        if (old) {
            document.getDocumentCatalog().getCOSObject().removeItem(COSName.VERSION);
        }
        document.save(out, old ? CompressParameters.NO_COMPRESSION : CompressParameters.DEFAULT_COMPRESSION);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
