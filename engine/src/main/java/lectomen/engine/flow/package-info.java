/**
 * A word processor's document as any of their formats may hold it: sections of paragraphs, tables and what stands in and beside them,
 * each with its formatting. Readers make one, the typesetter lays it out. Start at {@link lectomen.engine.flow.FlowDocument}. Lengths are
 * points, colours 0xRRGGBB. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.flow;

import org.jspecify.annotations.NullMarked;
