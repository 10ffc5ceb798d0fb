/** What printers can do. Start at {@link lectomen.engine.print.ability.PrinterAbilities}. */
@NullMarked
package lectomen.engine.print.ability;

import org.jspecify.annotations.NullMarked;
