/** What people and rules want to know of a document before it is printed. */
@NullMarked
package lectomen.engine.print.facts;

import org.jspecify.annotations.NullMarked;
