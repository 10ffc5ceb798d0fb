/**
 * Data files, and the values that expressions give from them: XPath from XML, JSON Pointers from JSON, columns from CSV. Start
 * at {@link lectomen.engine.data.DataFile}.
 */
@NullMarked
package lectomen.engine.data;

import org.jspecify.annotations.NullMarked;
