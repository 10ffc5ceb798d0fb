/**
 * Lays documents that flow out on pages: breaks lines, sets paragraphs, tables and what floats, and puts them on pages with their
 * running heads and notes. What comes of it is marks at places. Start at {@link lectomen.engine.typeset.Typesetter}. Lengths are
 * points, measured from a page's top left. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.typeset;

import org.jspecify.annotations.NullMarked;
