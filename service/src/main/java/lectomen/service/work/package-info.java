/**
 * Takes waiting jobs through a worker and records the result. Start at {@link lectomen.service.work.JobRunner}.
 */
@NullMarked
package lectomen.service.work;

import org.jspecify.annotations.NullMarked;
