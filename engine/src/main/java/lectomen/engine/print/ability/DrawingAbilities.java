package lectomen.engine.print.ability;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppGroup;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.place.Medium;
import lectomen.engine.print.raster.RasterColour;
import lectomen.engine.print.raster.SheetBack;

/**
 * What a printer says of pages that are drawn for it.
 *
 * @param rasterDots of PWG Raster
 * @param colours of PWG Raster
 * @param back how the backs of PWG Raster have to be
 * @param ownDots of the printer itself
 * @param margins empty where it does not say; as usual, not where it prints up to the edge
 */
record DrawingAbilities(
        List<Dots> rasterDots,
        List<RasterColour> colours,
        SheetBack back,
        List<Dots> ownDots,
        Optional<Margins> margins) {
    private static final String RASTER_DOTS = "pwg-raster-document-resolution-supported";
    private static final String RASTER_COLOURS = "pwg-raster-document-type-supported";
    private static final String RASTER_BACK = "pwg-raster-document-sheet-back";
    private static final String OWN_DOTS = "printer-resolution-supported";
    private static final List<String> SIDES = List.of("left", "top", "right", "bottom");
    private static final double HUNDREDTH_MILLIMETRE = Medium.MILLIMETRE / 100;

    /** No printer leaves more than that free; in hundredths of a millimetre. */
    private static final int WIDEST_MARGIN = 5_000;

    DrawingAbilities {
        rasterDots = List.copyOf(rasterDots);
        colours = List.copyOf(colours);
        ownDots = List.copyOf(ownDots);
    }

    /** The attributes to ask a printer for. */
    static Stream<String> attributes() {
        return Stream.concat(
                Stream.of(RASTER_DOTS, RASTER_COLOURS, RASTER_BACK, OWN_DOTS),
                SIDES.stream().map(DrawingAbilities::margin));
    }

    private static String margin(String side) {
        return "media-" + side + "-margin-supported";
    }

    static DrawingAbilities of(IppGroup printer) {
        return new DrawingAbilities(
                dots(printer, RASTER_DOTS),
                values(printer, RASTER_COLOURS)
                        .flatMap(value -> text(value).flatMap(RasterColour::find).stream())
                        .toList(),
                values(printer, RASTER_BACK)
                        .flatMap(value -> text(value).flatMap(SheetBack::find).stream())
                        .findFirst()
                        .orElse(SheetBack.NORMAL),
                dots(printer, OWN_DOTS),
                margins(printer));
    }

    private static List<Dots> dots(IppGroup printer, String name) {
        return values(printer, name).flatMap(value -> Dots.find(value).stream()).toList();
    }

    private static Stream<IppValue> values(IppGroup printer, String name) {
        return printer.find(name).map(IppAttribute::values).stream().flatMap(List::stream);
    }

    private static Optional<String> text(IppValue value) {
        return value instanceof IppValue.Text text ? Optional.of(text.text()) : Optional.empty();
    }

    /** The widest on each side: that of printing up to the edge, 0, has to be asked for. */
    private static Optional<Margins> margins(IppGroup printer) {
        double[] points = new double[SIDES.size()];
        for (int i = 0; i < points.length; i++) {
            OptionalInt widest = values(printer, margin(SIDES.get(i)))
                    .filter(IppValue.Whole.class::isInstance)
                    .mapToInt(value -> ((IppValue.Whole) value).value())
                    .filter(value -> value >= 0 && value <= WIDEST_MARGIN)
                    .max();
            if (widest.isEmpty()) {
                return Optional.empty();
            }
            points[i] = widest.getAsInt() * HUNDREDTH_MILLIMETRE;
        }
        return Optional.of(new Margins(points[0], points[1], points[2], points[3]));
    }
}
