package lectomen.engine.print.place;

/**
 * The size of a page as a reader sees it.
 *
 * @param width in points
 * @param height in points
 */
public record PageSize(double width, double height) {
    public PageSize {
        if (!(width > 0) || !(height > 0)) {
            throw new IllegalArgumentException("A page has a width and a height: " + width + " x " + height);
        }
    }

    PageSize turned(int quarters) {
        return quarters % 2 == 0 ? this : new PageSize(/* width= */ height, /* height= */ width);
    }
}
