/**
 * Reads text documents of the OpenDocument format (ISO/IEC 26300). Start at {@link lectomen.engine.office.odt.OdtReader}. Nothing is
 * null unless it is marked so.
 */
@NullMarked
package lectomen.engine.office.odt;

import org.jspecify.annotations.NullMarked;
