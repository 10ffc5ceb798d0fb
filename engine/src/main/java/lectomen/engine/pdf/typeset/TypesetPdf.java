package lectomen.engine.pdf.typeset;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.identify.FileType;
import lectomen.engine.pdf.write.ArchiveMetadata;
import lectomen.engine.pdf.write.Attachments;
import lectomen.engine.pdf.write.DocumentDetails;
import lectomen.engine.pdf.write.PdfTarget;
import lectomen.engine.pdf.write.PdfWriter;
import lectomen.engine.typeset.Mark;
import lectomen.engine.typeset.SetPage;
import lectomen.engine.typeset.Typeset;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;

/**
 * Writes laid-out pages as a PDF.
 *
 * <pre>{@code
 * TypesetPdf.write(Typesetter.set(document, fonts), DocumentDetails.of(now), PdfTarget.PDF_A_2B, out);
 * }</pre>
 */
public final class TypesetPdf implements AutoCloseable {
    private final PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache());
    private final Typeset set;
    private final PdfFonts fonts;
    private final PdfPictures pictures;
    private final StructureTree structure;
    private final Map<String, PlacedLinks.Place> places = new HashMap<>();

    private TypesetPdf(Typeset set, PdfTarget target, String language) {
        this.set = set;
        this.fonts = new PdfFonts(document);
        this.pictures = new PdfPictures(document, target.part() == 1);
        this.structure = new StructureTree(document, set.structure(), language);
    }

    /** A file that the PDF carries, as what it was made of. */
    public record Carried(Path file, String name, FileType type) {}

    public static int write(Typeset set, DocumentDetails details, PdfTarget target, OutputStream out)
            throws IOException {
        return write(set, details, target, Optional.empty(), out);
    }

    /**
     * @param carried only a plain PDF or one of the third part takes one
     * @return how many pictures could not be decoded, and are missing
     * @throws IOException if it can't be written
     */
    public static int write(
            Typeset set, DocumentDetails details, PdfTarget target, Optional<Carried> carried, OutputStream out)
            throws IOException {
        try (TypesetPdf pdf = new TypesetPdf(set, target, details.language())) {
            pdf.draw();
            pdf.fonts.finish();
            ArchiveMetadata.write(pdf.document, target, details);
            pdf.structure.write(!details.title().isEmpty());
            if (carried.isPresent()) {
                Carried file = carried.get();
                Attachments.add(pdf.document, file.file(), file.name(), file.type(), Attachments.Relation.SOURCE);
            }
            PdfWriter.save(pdf.document, target, out);
            return pdf.pictures.broken();
        }
    }

    private void draw() throws IOException {
        List<PDPage> pages = new ArrayList<>();
        PlacedLinks links = new PlacedLinks(structure);
        for (int i = 0; i < set.pages().size(); i++) {
            SetPage from = set.pages().get(i);
            PDPage page = new PDPage(new PDRectangle((float) from.width(), (float) from.height()));
            document.addPage(page);
            pages.add(page);
            draw(from, page, i, links);
        }
        links.write(places);
        Outline.write(document, set.headings(), pages);
        PageNames.write(document, set.pages());
    }

    private void draw(SetPage from, PDPage page, int index, PlacedLinks links) throws IOException {
        PDResources resources = new PDResources();
        page.setResources(resources);
        StructureTree.OfPage parts = structure.page(page, index);
        PageContent content = new PageContent(from.height(), resources, fonts, pictures, parts);
        for (Mark mark : from.marks()) {
            if (mark instanceof Mark.Link link) {
                links.add(page, from.height(), link);
            } else if (mark instanceof Mark.Target target) {
                places.putIfAbsent(target.name(), new PlacedLinks.Place(page, from.height() - target.top()));
            } else {
                content.draw(mark);
            }
        }
        PDStream stream = new PDStream(document);
        try (OutputStream out = stream.createOutputStream(COSName.FLATE_DECODE)) {
            content.writeTo(out);
        }
        page.setContents(stream);
        parts.end();
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
