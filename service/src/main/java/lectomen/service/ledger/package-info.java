/**
 * The append-only, hash-chained history. Start at {@link lectomen.service.ledger.Ledger}.
 */
@NullMarked
package lectomen.service.ledger;

import org.jspecify.annotations.NullMarked;
