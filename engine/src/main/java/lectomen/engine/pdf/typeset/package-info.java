/**
 * Draws pages that were typeset as a PDF: letters with the fonts' used parts, pictures, links, an outline, and the document's structure
 * for those who can't see it. Start at {@link lectomen.engine.pdf.typeset.TypesetPdf}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.pdf.typeset;

import org.jspecify.annotations.NullMarked;
