/**
 * Reads word processor files of Office Open XML (ISO/IEC 29500, WordprocessingML) as programs write them. Start at {@link
 * lectomen.engine.office.docx.DocxReader}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.office.docx;

import org.jspecify.annotations.NullMarked;
