/**
 * Approval in stages: who is asked, whose decisions count, and what follows from them. Start at {@link
 * lectomen.engine.approval.Approval}.
 */
@NullMarked
package lectomen.engine.approval;

import org.jspecify.annotations.NullMarked;
