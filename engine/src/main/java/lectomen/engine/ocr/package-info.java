/**
 * Reads the text of pages that are pictures: finds the lines, and reads each by a trained network. Start at {@link
 * lectomen.engine.ocr.PageTextReader}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.ocr;

import org.jspecify.annotations.NullMarked;
