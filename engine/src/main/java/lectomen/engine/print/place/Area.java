package lectomen.engine.print.place;

/** A part of a sheet, in points from its bottom left corner. */
public record Area(double left, double bottom, double width, double height) {
    public double right() {
        return left + width;
    }

    public double top() {
        return bottom + height;
    }
}
