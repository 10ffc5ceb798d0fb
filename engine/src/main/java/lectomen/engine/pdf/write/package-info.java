/**
 * Writes PDF files of page pictures, plain or for archives. Start at {@link lectomen.engine.pdf.write.PdfWriter}. Nothing is null
 * unless it is marked so.
 */
@NullMarked
package lectomen.engine.pdf.write;

import org.jspecify.annotations.NullMarked;
