package lectomen.engine.print.facts;

import java.util.List;
import lectomen.engine.print.media.MediaSize;

/**
 * What is known of a page before it is printed.
 *
 * @param size as it is shown
 * @param showsColour whether a colour shows, however it got there
 * @param spotColours the names of inks besides the four of process printing
 * @param missingFonts the names of fonts that don't travel with the document
 * @param nearestToEdge how close to the edge something shows, in millimetres; infinite where nothing shows
 */
public record PageFacts(
        MediaSize size,
        boolean showsColour,
        List<String> spotColours,
        List<String> missingFonts,
        double nearestToEdge) {
    public PageFacts {
        spotColours = List.copyOf(spotColours);
        missingFonts = List.copyOf(missingFonts);
    }
}
