/**
 * Where people's work waits: reviews and approvals, what was decided, and what follows from it. Start at {@link
 * lectomen.service.desk.Desk}.
 */
@NullMarked
package lectomen.service.desk;

import org.jspecify.annotations.NullMarked;
