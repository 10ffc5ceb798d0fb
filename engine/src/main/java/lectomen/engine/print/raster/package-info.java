/**
 * Pages as printers take them that know no PDF: PWG Raster (PWG 5102.4). Start at {@link lectomen.engine.print.raster.PwgRasterWriter}.
 */
@NullMarked
package lectomen.engine.print.raster;

import org.jspecify.annotations.NullMarked;
