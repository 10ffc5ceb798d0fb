/**
 * Makes one kind of file of another, page by page. Start at {@link lectomen.engine.convert.Converter}. Nothing is null unless it is
 * marked so.
 */
@NullMarked
package lectomen.engine.convert;

import org.jspecify.annotations.NullMarked;
