/** Withdrawing documents that were filed earlier. Start at {@link lectomen.service.effect.withdraw.WithdrawEffect}. */
@NullMarked
package lectomen.service.effect.withdraw;

import org.jspecify.annotations.NullMarked;
