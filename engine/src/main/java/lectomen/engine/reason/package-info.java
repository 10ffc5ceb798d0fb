/**
 * Why something is as it is, as a code with parameters, and the words for it. Decisions are made on the code; people read
 * the words of {@link lectomen.engine.reason.Reason#words()}.
 */
@NullMarked
package lectomen.engine.reason;

import org.jspecify.annotations.NullMarked;
