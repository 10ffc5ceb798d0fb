/**
 * Removes originals and finished jobs once they were kept for as long as their rule or the site says. Start at
 * {@link lectomen.service.retention.RetentionRuns}.
 */
@NullMarked
package lectomen.service.retention;

import org.jspecify.annotations.NullMarked;
