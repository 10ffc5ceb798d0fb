package lectomen.engine.print.place;

/** What of a medium can't be printed on, on each side, in points, with the medium as pages stand on it. */
public record Margins(double left, double top, double right, double bottom) {
    public static final Margins NONE = same(0);

    public static Margins same(double points) {
        return new Margins(points, points, points, points);
    }
}
