package lectomen.engine.step.print;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.WhenInDoubt;
import org.jspecify.annotations.Nullable;

/**
 * A document to print.
 *
 * @param step the number of the step that prints it
 * @param connection the printer
 * @param name of the document, for people at the printer
 * @param format its media type
 * @param ticket what is asked of the printer, by the words of IPP
 * @param product what is printed; null for the original document
 * @param pages of it; 0 where that is not known
 * @param hold whether it is held until somebody releases it; null for as the connection says
 */
public record Printing(
        int step,
        String connection,
        String name,
        String format,
        Map<String, String> ticket,
        @Nullable StepOutput product,
        WhenInDoubt whenInDoubt,
        int pages,
        @Nullable Boolean hold)
        implements PlannedEffect {
    public Printing {
        ticket = new TreeMap<>(ticket);
    }

    /** The same with another ticket. */
    public Printing with(Map<String, String> changed) {
        return new Printing(step, connection, name, format, changed, product, whenInDoubt, pages, hold);
    }

    public Optional<Boolean> findHold() {
        return Optional.ofNullable(hold);
    }

    @Override
    public Optional<StepOutput> findProduct() {
        return Optional.ofNullable(product);
    }
}
