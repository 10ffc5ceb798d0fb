/**
 * The pool of engine workers, each a child process. Start at {@link lectomen.service.workers.WorkerPool}.
 */
@NullMarked
package lectomen.service.workers;

import org.jspecify.annotations.NullMarked;
