package lectomen.engine.print.ticket;

import java.util.Map;
import java.util.TreeMap;
import lectomen.engine.print.place.Margins;
import lectomen.engine.print.place.Placing;

/**
 * How a printer lays out pages on sheets.
 *
 * @param ticket by the words of IPP
 * @param margins of the printer
 */
public record SheetLayout(Map<String, String> ticket, Margins margins) {
    public SheetLayout {
        ticket = new TreeMap<>(ticket);
    }

    public Placing placing() {
        return TicketPlacing.of(ticket, margins);
    }

    /** Whether a page is printed. @param page counted from 1 */
    public boolean prints(int page) {
        return TicketPlacing.prints(ticket, page);
    }

    /** Whether each page is a sheet as it is, such as one that was made for a roll: it goes on no named medium and is not scaled. */
    public boolean isOnSheetsOfItsOwn() {
        return TicketPlacing.isOnSheetsOfItsOwn(ticket);
    }

    public boolean isGrey() {
        return TicketPlacing.isGrey(ticket);
    }
}
