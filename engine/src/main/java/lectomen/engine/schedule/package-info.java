/**
 * When something may happen: working days, opening hours, times of runs. Start at {@link lectomen.engine.schedule.RunTimes}. A
 * time that the clocks skip or show twice happens once.
 */
@NullMarked
package lectomen.engine.schedule;

import org.jspecify.annotations.NullMarked;
