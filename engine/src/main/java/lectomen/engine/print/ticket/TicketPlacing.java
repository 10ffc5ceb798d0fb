package lectomen.engine.print.ticket;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppValue;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.place.Medium;
import lectomen.engine.print.place.Placing;
import lectomen.engine.print.place.Position;
import lectomen.engine.print.place.Scale;
import lectomen.engine.print.place.Turn;

/** How a printer is expected to place pages that a ticket asks for (RFC 8011, section 5.2; PWG 5100.3 and 5100.13). */
public final class TicketPlacing {
    /** What most printers can't print on: 4.2 mm on each side. */
    public static final Margins USUAL_MARGINS = Margins.same(4.2 * Medium.MILLIMETRE);

    private static final MediaSize A4 = new MediaSize(210, 297);

    private TicketPlacing() {}

    /** @param ticket by the words of IPP @param margins of the printer */
    public static Placing of(Map<String, String> ticket, Margins margins) {
        MediaSize size = MediaSize.find(ticket.getOrDefault(TicketAttribute.MEDIA.word(), ""))
                .orElse(A4);
        int pages = TicketAttribute.NUMBER_UP
                .read(ticket.getOrDefault(TicketAttribute.NUMBER_UP.word(), "1"))
                .map(value -> ((IppValue.Whole) value.first()).value())
                .orElse(1);
        return new Placing(Medium.of(size, margins), scale(ticket), turn(ticket), Position.CENTER, pages, false, false);
    }

    private static Scale scale(Map<String, String> ticket) {
        return switch (ticket.getOrDefault(TicketAttribute.PRINT_SCALING.word(), "auto")) {
            case "none" -> new Scale.None();
            case "fit" -> new Scale.Fit();
            case "fill" -> new Scale.Fill();
            default -> new Scale.AutoFit();
        };
    }

    private static Turn turn(Map<String, String> ticket) {
        return switch (ticket.getOrDefault(TicketAttribute.ORIENTATION_REQUESTED.word(), "")) {
            case "portrait" -> Turn.NO;
            case "landscape" -> Turn.LEFT;
            case "reverse-landscape" -> Turn.RIGHT;
            case "reverse-portrait" -> Turn.HALF;
            default -> Turn.TO_FIT;
        };
    }

    /** Whether a page is printed. @param page counted from 1 */
    public static boolean prints(Map<String, String> ticket, int page) {
        Optional<IppAttribute> ranges =
                TicketAttribute.PAGE_RANGES.read(ticket.getOrDefault(TicketAttribute.PAGE_RANGES.word(), ""));
        return ranges.isEmpty()
                || ranges.get().values().stream()
                        .map(IppValue.Range.class::cast)
                        .anyMatch(range -> range.from() <= page && page <= range.to());
    }

    /** How page ranges are written. @param pages in order, counted from 1; at least one */
    public static String ranges(List<Integer> pages) {
        List<String> ranges = new ArrayList<>();
        int from = pages.get(0);
        for (int i = 0; i < pages.size(); i++) {
            int page = pages.get(i);
            if (i + 1 == pages.size() || pages.get(i + 1) != page + 1) {
                ranges.add(from == page ? Integer.toString(page) : from + "-" + page);
                from = i + 1 < pages.size() ? pages.get(i + 1) : 0;
            }
        }
        return String.join(", ", ranges);
    }

    /** Whether pages go on no named medium and are not scaled. */
    public static boolean isOnSheetsOfItsOwn(Map<String, String> ticket) {
        return !ticket.containsKey(TicketAttribute.MEDIA.word())
                && ticket.getOrDefault(TicketAttribute.PRINT_SCALING.word(), "").equals("none")
                && ticket.getOrDefault(TicketAttribute.NUMBER_UP.word(), "1").equals("1");
    }

    /** Whether it is printed without colours. */
    public static boolean isGrey(Map<String, String> ticket) {
        String mode = ticket.getOrDefault(TicketAttribute.PRINT_COLOR_MODE.word(), "");
        return mode.equals("monochrome") || mode.equals("bi-level");
    }
}
