package lectomen.engine.pdf.typeset;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import lectomen.engine.typeset.Typeset;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageXYZDestination;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineNode;

/** An outline of a document's headings, each below the last one of a higher level. */
final class Outline {
    private record Open(int level, PDOutlineNode node) {}

    private Outline() {}

    static void write(PDDocument document, List<Typeset.Heading> headings, List<PDPage> pages) {
        if (headings.isEmpty()) {
            return;
        }
        PDDocumentOutline outline = new PDDocumentOutline();
        Deque<Open> open = new ArrayDeque<>();
        open.push(new Open(0, outline));
        for (Typeset.Heading heading : headings) {
            PDPage page = pages.get(heading.page() - 1);
            PDPageXYZDestination there = new PDPageXYZDestination();
            there.setPage(page);
            there.setTop((int) Math.ceil(page.getMediaBox().getHeight() - heading.top()));
            there.setZoom(0);
            PDOutlineItem item = new PDOutlineItem();
            item.setTitle(heading.title());
            item.setDestination(there);
            while (open.peek().level() >= heading.level()) {
                open.pop();
            }
            open.peek().node().addLast(item);
            open.push(new Open(heading.level(), item));
        }
        document.getDocumentCatalog().setDocumentOutline(outline);
    }
}
