/**
 * The engine worker: a process that is handed documents one by one, so that what a document does to its reader harms
 * nothing else. Start at {@link lectomen.worker.WorkerMain}.
 */
@NullMarked
package lectomen.worker;

import org.jspecify.annotations.NullMarked;
