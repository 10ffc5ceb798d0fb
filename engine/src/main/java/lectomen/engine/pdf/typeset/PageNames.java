package lectomen.engine.pdf.typeset;

import java.io.IOException;
import java.util.List;
import lectomen.engine.typeset.SetPage;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDPageLabelRange;
import org.apache.pdfbox.pdmodel.common.PDPageLabels;

/** Labels pages with their printed numbers, where these differ from their positions in the file. */
final class PageNames {
    private PageNames() {}

    static void write(PDDocument document, List<SetPage> pages) throws IOException {
        boolean plain = true;
        for (int i = 0; i < pages.size(); i++) {
            plain &= pages.get(i).label().equals(Integer.toString(i + 1));
        }
        if (plain) {
            return;
        }
        PDPageLabels labels = new PDPageLabels(document);
        for (int i = 0; i < pages.size(); i++) {
            PDPageLabelRange range = new PDPageLabelRange();
            range.setPrefix(pages.get(i).label());
            labels.setLabelItem(i, range);
        }
        document.getDocumentCatalog().setPageLabels(labels);
    }
}
