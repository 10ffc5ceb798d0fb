/** What is known before a rule is asked: of a file, and of the site that the rule runs at. */
@NullMarked
package lectomen.engine.facts;

import org.jspecify.annotations.NullMarked;
