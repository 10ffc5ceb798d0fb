package lectomen.service.filing;

import java.util.Optional;
import lectomen.engine.reason.Reason;

/** What came of taking back a document that we filed. */
sealed interface Withdrawing {
    /**
     * It is not there any more.
     *
     * @param how for the receipt
     * @param older where it was moved to, below the root
     */
    record Gone(String how, Optional<String> older) implements Withdrawing {}

    /** Somebody changed it since, so it is no longer ours and was left. */
    record Changed() implements Withdrawing {}

    /** It can't be done now; later it may. */
    record NotNow(Reason reason) implements Withdrawing {}
}
