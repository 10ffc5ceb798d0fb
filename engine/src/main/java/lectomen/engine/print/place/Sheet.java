package lectomen.engine.print.place;

import java.util.List;

/** A sheet with its pages; sizes in points. */
public record Sheet(double width, double height, List<PlacedPage> pages) {
    public Sheet {
        pages = List.copyOf(pages);
    }
}
