/**
 * Reads born-digital PDF files. Start at {@link lectomen.engine.pdf.PdfReader}.
 */
@NullMarked
package lectomen.engine.pdf;

import org.jspecify.annotations.NullMarked;
