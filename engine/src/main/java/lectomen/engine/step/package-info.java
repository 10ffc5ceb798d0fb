/**
 * The steps of rules. {@link lectomen.engine.step.StepKind} is what a kind of step consists of; each kind has a package of its own
 * below this one, and a line in {@code AllSteps}.
 */
@NullMarked
package lectomen.engine.step;

import org.jspecify.annotations.NullMarked;
