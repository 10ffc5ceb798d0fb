/** Reads Rich Text Format. Start at {@link lectomen.engine.office.rtf.RtfReader}. Nothing is null unless it is marked so. */
@NullMarked
package lectomen.engine.office.rtf;

import org.jspecify.annotations.NullMarked;
