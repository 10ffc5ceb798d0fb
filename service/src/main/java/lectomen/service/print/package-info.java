/** Printers that are asked by IPP. Start at {@link lectomen.service.print.Printer}. */
@NullMarked
package lectomen.service.print;

import org.jspecify.annotations.NullMarked;
