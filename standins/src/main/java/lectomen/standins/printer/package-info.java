/** Stands in for a printer. Start at {@link lectomen.standins.printer.PrinterStandIn}. */
@NullMarked
package lectomen.standins.printer;

import org.jspecify.annotations.NullMarked;
