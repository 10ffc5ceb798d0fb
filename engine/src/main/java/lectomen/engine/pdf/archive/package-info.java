/**
 * Brings PDF files to PDF/A where that can be done honestly, and says what prevents it where not. Start at {@link
 * lectomen.engine.pdf.archive.PdfArchiver}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.pdf.archive;

import org.jspecify.annotations.NullMarked;
