/**
 * Says what a PDF is made of. Start at {@link lectomen.engine.pdf.inspect.PdfInspector}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.pdf.inspect;

import org.jspecify.annotations.NullMarked;
