package lectomen.engine.pdf;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.reason.Reason;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;

/** Whether a PDF has no more pages than the limit. What it says of their number is not trusted; they are counted. */
public final class PageCount {
    private static final int MOST = 20_000;

    /** Some programs list a page again, such as an empty one; none lists all of them so often. */
    private static final int MOST_TIMES_EACH = 10;

    private static final int FEW = 200;

    private PageCount() {}

    /** Why its pages can't be worked on; empty where they can. */
    public static Optional<Reason> findProblem(PDDocument document) {
        if (document.getNumberOfPages() == 0) {
            return Optional.of(Reason.of("pdf.no-pages"));
        }
        Set<COSDictionary> different = Collections.newSetFromMap(new IdentityHashMap<>());
        int count = 0;
        for (PDPage page : document.getPages()) {
            different.add(page.getCOSObject());
            count++;
            if (count > MOST) {
                return Optional.of(Reason.of("pdf.too-many-pages", "most", Integer.toString(MOST)));
            }
        }
        return count > FEW && count > different.size() * MOST_TIMES_EACH
                ? Optional.of(Reason.of(
                        "pdf.repeated-pages",
                        "pages",
                        Integer.toString(count),
                        "different",
                        Integer.toString(different.size())))
                : Optional.empty();
    }
}
