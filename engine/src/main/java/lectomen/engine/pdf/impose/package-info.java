/** PDFs whose pages are placed on sheets. Start at {@link lectomen.engine.pdf.impose.PdfImposer}. */
@NullMarked
package lectomen.engine.pdf.impose;

import org.jspecify.annotations.NullMarked;
