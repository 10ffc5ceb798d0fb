/**
 * What an engine worker is asked and answers, and how both travel over a pair of streams. Start at
 * {@link lectomen.engine.task.Task}.
 */
@NullMarked
package lectomen.engine.task;

import org.jspecify.annotations.NullMarked;
