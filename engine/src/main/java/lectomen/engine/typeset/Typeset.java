package lectomen.engine.typeset;

import java.util.List;
import java.util.Map;
import lectomen.engine.flow.ContentInventory;

/**
 * A laid-out document.
 *
 * @param structure the document's parts
 * @param headings for an outline
 * @param drawn how many elements of each kind stand on the pages
 * @param fonts which fonts stand in for others
 * @param missingSigns characters that no font has, which are drawn as an empty box
 */
public record Typeset(
        List<SetPage> pages,
        Node structure,
        List<Heading> headings,
        Map<ContentInventory.Kind, Integer> drawn,
        List<StandIn> fonts,
        List<Integer> missingSigns) {
    public Typeset {
        pages = List.copyOf(pages);
        headings = List.copyOf(headings);
        drawn = Map.copyOf(drawn);
        fonts = List.copyOf(fonts);
        missingSigns = List.copyOf(missingSigns);
    }

    /** @param page from 1 */
    public record Heading(int level, String title, int page, double top) {}

    /** @param sameWidths whether lines end where they would */
    public record StandIn(String font, String by, boolean sameWidths) {}
}
