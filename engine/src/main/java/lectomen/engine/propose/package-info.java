/**
 * Proposes how a rule may find a field, from documents in which somebody pointed at its value. Front door: {@link
 * lectomen.engine.propose.Proposals}.
 */
@NullMarked
package lectomen.engine.propose;

import org.jspecify.annotations.NullMarked;
