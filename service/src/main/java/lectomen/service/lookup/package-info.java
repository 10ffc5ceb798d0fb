/** The tables by which rules check and complete fields. Start at {@link lectomen.service.lookup.LookupTables}. */
@NullMarked
package lectomen.service.lookup;

import org.jspecify.annotations.NullMarked;
