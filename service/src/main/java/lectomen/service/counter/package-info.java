/** The numbers that documents get. Start at {@link lectomen.service.counter.Counters}. */
@NullMarked
package lectomen.service.counter;

import org.jspecify.annotations.NullMarked;
