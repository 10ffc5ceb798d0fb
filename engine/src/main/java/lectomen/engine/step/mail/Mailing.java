package lectomen.engine.step.mail;

import java.util.List;
import java.util.Optional;
import lectomen.engine.step.PlannedEffect;
import lectomen.engine.step.StepOutput;
import lectomen.engine.step.WhenInDoubt;
import org.jspecify.annotations.Nullable;

/**
 * A mail to send.
 *
 * @param step the number of the step that sends it
 * @param connection the mail connection
 * @param to addresses, at least one
 * @param attachedAs the name of the file that goes with it; empty for none
 * @param product what goes with it; null for the original document, or for nothing
 */
public record Mailing(
        int step,
        String connection,
        List<String> to,
        String subject,
        String text,
        String attachedAs,
        @Nullable StepOutput product,
        WhenInDoubt whenInDoubt)
        implements PlannedEffect {
    public Mailing {
        to = List.copyOf(to);
    }

    @Override
    public Optional<StepOutput> findProduct() {
        return Optional.ofNullable(product);
    }
}
