package lectomen.engine.prepare;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.image.PagePixels;

/** The ink that belongs to a page: without scanner borders and punch holes. */
public final class PageInk {
    private PageInk() {}

    public static InkMask of(PagePixels page) {
        InkMask mask = Binarisation.of(page);
        List<Marks.Mark> marks = Marks.of(mask);
        List<Marks.Mark> foreign = new ArrayList<>(Cleaning.borders(marks, mask, page));
        foreign.addAll(Cleaning.holes(marks, mask, page));
        Cleaning.erase(foreign, mask);
        return mask;
    }
}
