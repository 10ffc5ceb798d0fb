package lectomen.service.print;

import java.time.Instant;
import java.util.Optional;
import lectomen.engine.print.ability.PrinterAbilities;

/**
 * What a printer said last.
 *
 * @param askedAt when it was asked last
 * @param problem why it did not answer then; empty where it did
 * @param state idle, processing or stopped; empty where it never answered
 * @param reasons why it prints nothing, or may soon not, as it says it; empty where nothing is wrong
 * @param abilities empty where it never answered
 */
public record PrinterReport(
        Instant askedAt, Optional<String> problem, String state, String reasons, Optional<PrinterAbilities> abilities) {
    /** The same, when it did not answer. */
    PrinterReport away(Instant now, String why) {
        return new PrinterReport(now, Optional.of(why), state, reasons, abilities);
    }

    static PrinterReport unknown(Instant now, String why) {
        return new PrinterReport(now, Optional.of(why), "", "", Optional.empty());
    }
}
