/** Reads plain text as a document that flows. Start at {@link lectomen.engine.office.plain.PlainFlowReader}. */
@NullMarked
package lectomen.engine.office.plain;

import org.jspecify.annotations.NullMarked;
