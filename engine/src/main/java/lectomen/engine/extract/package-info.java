/**
 * Fields: typed values found in the text of a document. Start at {@link lectomen.engine.extract.FieldFinder}.
 */
@NullMarked
package lectomen.engine.extract;

import org.jspecify.annotations.NullMarked;
