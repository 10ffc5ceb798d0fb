/** Step {@code read text}: reads the text again, for the steps behind it. */
@NullMarked
package lectomen.engine.step.readtext;

import org.jspecify.annotations.NullMarked;
