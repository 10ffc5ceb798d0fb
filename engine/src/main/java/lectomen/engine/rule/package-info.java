/**
 * The rule file: its reading and checking, and the conditions in it. Start at {@link lectomen.engine.rule.RuleReader}.
 */
@NullMarked
package lectomen.engine.rule;

import org.jspecify.annotations.NullMarked;
