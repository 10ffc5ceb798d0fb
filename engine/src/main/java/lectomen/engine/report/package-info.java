/** Reports of what came in and what became of it, as text, CSV and PDF. Start at {@link lectomen.engine.report.Report}. */
@NullMarked
package lectomen.engine.report;

import org.jspecify.annotations.NullMarked;
