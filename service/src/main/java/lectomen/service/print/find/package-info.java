/** Printers that announce themselves in the network. Start at {@link lectomen.service.print.find.PrinterSearch}. */
@NullMarked
package lectomen.service.print.find;

import org.jspecify.annotations.NullMarked;
