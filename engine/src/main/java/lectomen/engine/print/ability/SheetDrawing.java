package lectomen.engine.print.ability;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.print.raster.PwgRasterWriter;
import lectomen.engine.print.raster.RasterColour;
import lectomen.engine.print.raster.SheetBack;
import lectomen.engine.print.ticket.SheetCount;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.print.ticket.TicketAttribute;

/**
 * How sheets are drawn for a printer that does not take the document.
 *
 * @param dotsAcross per inch
 * @param dotsAlong per inch
 * @param copies how many times the sheets are there, of a printer that makes no copies itself
 */
public record SheetDrawing(
        Format format,
        int dotsAcross,
        int dotsAlong,
        RasterColour colour,
        SheetBack back,
        SheetLayout layout,
        int copies) {
    private static final Dots USUAL = new Dots(300, 300);

    /** What drawing the sheets has done, and the printer must not do again. */
    private static final List<TicketAttribute> DRAWN = List.of(
            TicketAttribute.PAGE_RANGES,
            TicketAttribute.NUMBER_UP,
            TicketAttribute.ORIENTATION_REQUESTED,
            TicketAttribute.PRINT_SCALING);

    /** What the sheets are written as. */
    public enum Format {
        PWG_RASTER(PwgRasterWriter.MEDIA_TYPE),
        /** Of one sheet alone. */
        JPEG("image/jpeg");

        private final String mediaType;

        Format(String mediaType) {
            this.mediaType = mediaType;
        }

        public String mediaType() {
            return mediaType;
        }
    }

    /** In the format that the printer takes; empty where it takes none of them. */
    static Optional<SheetDrawing> choose(PrinterAbilities printer, Map<String, String> asked) {
        DrawingAbilities abilities = printer.drawing();
        SheetLayout layout = printer.layout(asked);
        Map<String, String> ticket = layout.ticket();
        String quality = ticket.getOrDefault(TicketAttribute.PRINT_QUALITY.word(), "normal");
        boolean bits =
                ticket.getOrDefault(TicketAttribute.PRINT_COLOR_MODE.word(), "").equals("bi-level");
        Optional<RasterColour> colour = RasterColour.choose(abilities.colours(), layout.isGrey(), bits);
        if (takesRaster(printer) && colour.isPresent()) {
            Dots dots = Dots.choose(abilities.rasterDots(), quality).orElse(USUAL);
            int copies = SheetCount.copies(ticket);
            boolean makesThem = printer.says(TicketAttribute.COPIES, Integer.toString(copies));
            return Optional.of(new SheetDrawing(
                    Format.PWG_RASTER,
                    dots.across(),
                    dots.along(),
                    colour.get(),
                    abilities.back(),
                    layout,
                    makesThem ? 1 : copies));
        }
        if (printer.formats().contains(Format.JPEG.mediaType())) {
            Dots dots = Dots.choose(abilities.ownDots(), quality).orElse(USUAL);
            RasterColour own = layout.isGrey() ? RasterColour.SGRAY_8 : RasterColour.SRGB_8;
            return Optional.of(
                    new SheetDrawing(Format.JPEG, dots.across(), dots.along(), own, SheetBack.NORMAL, layout, 1));
        }
        return Optional.empty();
    }

    private static boolean takesRaster(PrinterAbilities printer) {
        return printer.formats().contains(Format.PWG_RASTER.mediaType());
    }

    /** Whether it is done by drawing the sheets, whatever the printer can do. */
    static boolean does(PrinterAbilities printer, TicketAttribute attribute) {
        boolean isDrawn = DRAWN.contains(attribute) || (attribute == TicketAttribute.COPIES && takesRaster(printer));
        return isDrawn && choose(printer, Map.of()).isPresent();
    }

    /** What is left of a ticket for the printer to do. */
    public Map<String, String> left(Map<String, String> asked) {
        Map<String, String> left = new TreeMap<>(asked);
        DRAWN.forEach(attribute -> left.remove(attribute.word()));
        if (copies > 1) {
            left.remove(TicketAttribute.COPIES.word());
        }
        return left;
    }

    /** Whether sheets are printed on both sides, and turned over the short edge. */
    public boolean isTumbled() {
        return sides().equals("two-sided-short-edge");
    }

    public boolean isOnBothSides() {
        return sides().startsWith("two-sided");
    }

    private String sides() {
        return layout.ticket().getOrDefault(TicketAttribute.SIDES.word(), "");
    }

    /** As IPP counts it; 0 where the ticket does not say. */
    public int quality() {
        return switch (layout.ticket().getOrDefault(TicketAttribute.PRINT_QUALITY.word(), "")) {
            case "draft" -> 3;
            case "normal" -> 4;
            case "high" -> 5;
            default -> 0;
        };
    }
}
