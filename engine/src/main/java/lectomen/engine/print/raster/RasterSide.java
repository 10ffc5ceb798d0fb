package lectomen.engine.print.raster;

/**
 * A side of a sheet.
 *
 * @param width in pixels
 * @param height in pixels
 * @param dotsAcross per inch
 * @param dotsAlong per inch
 * @param media its name in IPP; empty for none
 * @param widthPoints of the medium
 * @param heightPoints of the medium
 * @param sides how many there are in all; 0 where that is not known
 * @param duplex whether sheets are printed on both sides
 * @param tumble whether they are turned over the short edge
 * @param mirroredAcross whether each line is written from its right end
 * @param mirroredAlong whether the lines are written from the last
 * @param quality as IPP counts it: 3 draft, 4 normal, 5 high; 0 for the printer's own
 */
public record RasterSide(
        int width,
        int height,
        int dotsAcross,
        int dotsAlong,
        RasterColour colour,
        String media,
        int widthPoints,
        int heightPoints,
        int sides,
        boolean duplex,
        boolean tumble,
        boolean mirroredAcross,
        boolean mirroredAlong,
        int quality) {}
