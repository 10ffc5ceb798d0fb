/**
 * Rules with their versions and states, and the sources that they name. Start at
 * {@link lectomen.service.rulebook.Rulebook}.
 */
@NullMarked
package lectomen.service.rulebook;

import org.jspecify.annotations.NullMarked;
