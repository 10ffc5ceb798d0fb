/**
 * Small tables that check and complete fields. Start at {@link lectomen.engine.lookup.LookupReader} and
 * {@link lectomen.engine.lookup.Lookup}.
 */
@NullMarked
package lectomen.engine.lookup;

import org.jspecify.annotations.NullMarked;
