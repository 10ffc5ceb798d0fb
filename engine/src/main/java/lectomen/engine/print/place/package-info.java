/** Where pages go on the sheets that are printed. Start at {@link lectomen.engine.print.place.SheetPlanner}. */
@NullMarked
package lectomen.engine.print.place;

import org.jspecify.annotations.NullMarked;
