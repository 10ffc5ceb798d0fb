/**
 * Reads files of word processors, and plain text, into documents that flow. Start at {@link lectomen.engine.office.FlowReader}. Nothing
 * is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.office;

import org.jspecify.annotations.NullMarked;
