/**
 * Finds what is print on a page that is a picture, and where its lines run. Start at {@link lectomen.engine.layout.PageLayout}.
 * Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.layout;

import org.jspecify.annotations.NullMarked;
