/**
 * Jobs, their states and what is known of them. Start at {@link lectomen.service.job.Jobs}.
 */
@NullMarked
package lectomen.service.job;

import org.jspecify.annotations.NullMarked;
