/** What is asked of a printer for one document. Start at {@link lectomen.engine.print.ticket.TicketAttribute}. */
@NullMarked
package lectomen.engine.print.ticket;

import org.jspecify.annotations.NullMarked;
