/** Daily and weekly reports. Start at {@link lectomen.service.report.Reports}. */
@NullMarked
package lectomen.service.report;

import org.jspecify.annotations.NullMarked;
