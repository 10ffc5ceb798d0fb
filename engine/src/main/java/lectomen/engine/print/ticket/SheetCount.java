package lectomen.engine.print.ticket;

import java.util.Map;
import lectomen.engine.print.ipp.IppAttribute;
import lectomen.engine.print.ipp.IppValue;

/** How many sheets of a medium a ticket takes. */
public final class SheetCount {
    private SheetCount() {}

    /**
     * @param pages of the document
     * @param ticket by the words of IPP
     */
    public static int of(int pages, Map<String, String> ticket) {
        int onSide = whole(ticket, TicketAttribute.NUMBER_UP);
        return ofSides((printed(pages, ticket) + onSide - 1) / onSide, ticket);
    }

    /** @param sides that are printed of one copy */
    public static int ofSides(int sides, Map<String, String> ticket) {
        int onSheet = ticket.getOrDefault(TicketAttribute.SIDES.word(), "").startsWith("two-sided") ? 2 : 1;
        return (sides + onSheet - 1) / onSheet * copies(ticket);
    }

    public static int copies(Map<String, String> ticket) {
        return whole(ticket, TicketAttribute.COPIES);
    }

    /** How many of the pages are printed. */
    private static int printed(int pages, Map<String, String> ticket) {
        String ranges = ticket.getOrDefault(TicketAttribute.PAGE_RANGES.word(), "");
        return TicketAttribute.PAGE_RANGES.read(ranges).map(IppAttribute::values).stream()
                .flatMap(values -> values.stream())
                .map(IppValue.Range.class::cast)
                .mapToInt(range -> Math.max(0, Math.min(pages, range.to()) - range.from() + 1))
                .reduce(Integer::sum)
                .orElse(pages);
    }

    private static int whole(Map<String, String> ticket, TicketAttribute attribute) {
        return attribute
                .read(ticket.getOrDefault(attribute.word(), "1"))
                .map(value -> ((IppValue.Whole) value.first()).value())
                .orElse(1);
    }
}
