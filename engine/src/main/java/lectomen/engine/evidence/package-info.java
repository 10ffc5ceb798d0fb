/** Proof of what people decided about a document. Start at {@link lectomen.engine.evidence.Evidence}. */
@NullMarked
package lectomen.engine.evidence;

import org.jspecify.annotations.NullMarked;
