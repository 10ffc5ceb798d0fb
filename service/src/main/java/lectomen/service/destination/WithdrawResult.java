package lectomen.service.destination;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/** The result of withdrawing a filed document. */
public sealed interface WithdrawResult {
    /**
     * It is not there any more.
     *
     * @param how for the receipt
     * @param older where it was moved to, below the root
     */
    record Gone(String how, Optional<String> older) implements WithdrawResult {}

    /** Somebody changed it since, so it is no longer ours and was left. */
    record Changed() implements WithdrawResult {}

    /** It can't be done now; later it may. */
    record NotNow(Reason reason) implements WithdrawResult {}
}
