package lectomen.service.destination;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import lectomen.engine.step.file.Filing;

/**
 * An outside place that documents are filed in. Every kind keeps the same promises, which its tests check by the same contract:
 * nothing is filed twice, whenever an attempt is interrupted; nothing of others is replaced; a name counts as taken as the rule
 * says. Safe for several threads.
 */
public interface Destination {
    /** Hands over the bytes to file. */
    @FunctionalInterface
    interface Bytes {
        InputStream open(String sha256) throws IOException;
    }

    /**
     * Whether an attempt that was interrupted put the document in place; what it left half done is completed or removed. Call it
     * before the next attempt.
     *
     * @param order with the place that was written down
     * @return empty where the document is not there and is to be placed
     */
    Optional<PlaceResult> findPlaced(FilingOrder order, Bytes bytes);

    /**
     * Puts the bytes in place.
     *
     * @param intend called with the place, below the root, each time before it is tried; must not return before that is
     *     written down
     */
    PlaceResult place(FilingOrder order, Bytes bytes, Consumer<String> intend);

    /**
     * Withdraws a document that we filed, unless somebody changed it since.
     *
     * @param effectId names what it is kept under on the way
     * @param older where it goes, by a number from 1; empty where it is deleted
     * @param intend called before anything is done
     */
    WithdrawResult withdraw(
            String effectId,
            FilingOrder.Own own,
            Optional<IntFunction<Filing.Target.Place>> older,
            Consumer<String> intend);

    /** Whether what we filed is still there as it was filed. */
    VerifyResult verify(FilingOrder.Own own);

    /**
     * What is in a folder, by name, without what only proves an attempt.
     *
     * @param folder levels below the root, outermost first
     * @param most that are listed
     */
    ListResult list(List<String> folder, int most);

    /** Whether it can be asked what it has, so that an interrupted attempt can be found out. */
    boolean canBeAsked();

    /** Whether a file that somebody puts there at the same moment, under the same name, may be replaced. */
    default boolean mayReplace() {
        return false;
    }

    /** Removes what proved a filing until its receipt was written; what can't be reached is removed later. */
    void clear(FilingOrder order);

    /** A place below the root as people find it, such as a whole path. */
    String shown(String place);
}
