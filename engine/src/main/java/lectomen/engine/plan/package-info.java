/**
 * What becomes of a document under a list of rules, without doing any of it: trials show the answer, the service acts on
 * it. Start at {@link lectomen.engine.plan.Planner}.
 */
@NullMarked
package lectomen.engine.plan;

import org.jspecify.annotations.NullMarked;
