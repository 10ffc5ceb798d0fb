package lectomen.engine.pdf.typeset;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import lectomen.engine.typeset.Mark;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderStyleDictionary;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageXYZDestination;

/** Links, added once all their targets are known. Only addresses that people open are kept: of web pages and mail. */
final class PlacedLinks {
    private static final String PEOPLES = "(?i)(https?|mailto|ftp|tel):.*";

    /** @param top from the page's bottom */
    record Place(PDPage page, double top) {}

    private record Found(PDPage page, double height, Mark.Link link) {}

    private final StructureTree structure;
    private final List<Found> found = new ArrayList<>();

    PlacedLinks(StructureTree structure) {
        this.structure = structure;
    }

    void add(PDPage page, double height, Mark.Link link) {
        found.add(new Found(page, height, link));
    }

    void write(Map<String, Place> places) throws IOException {
        for (Found one : found) {
            String to = one.link().to();
            PDAnnotationLink link = new PDAnnotationLink();
            if (to.startsWith("#")) {
                Place place = places.get(to.substring(1));
                if (place == null) {
                    continue;
                }
                PDPageXYZDestination destination = new PDPageXYZDestination();
                destination.setPage(place.page());
                destination.setTop((int) Math.ceil(place.top()));
                destination.setZoom(0);
                link.setDestination(destination);
            } else if (to.matches(PEOPLES)) {
                PDActionURI action = new PDActionURI();
                action.setURI(to);
                link.setAction(action);
            } else {
                continue;
            }
            place(one, link);
        }
    }

    private void place(Found one, PDAnnotationLink link) throws IOException {
        Mark.Link mark = one.link();
        link.setRectangle(new PDRectangle(
                (float) mark.left(), (float) (one.height() - mark.top() - mark.height()), (float) mark.width(), (float)
                        mark.height()));
        link.setPrinted(true); // ISO 19005-2, 6.3.2: annotations are printed and not hidden
        if (!mark.says().isBlank()) {
            link.setContents(mark.says());
        }
        PDBorderStyleDictionary none = new PDBorderStyleDictionary();
        none.setWidth(0);
        link.setBorderStyle(none);
        structure.add(mark.node(), one.page(), link);
        one.page().getAnnotations().add(link);
    }
}
