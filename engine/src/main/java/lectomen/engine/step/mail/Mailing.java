package lectomen.engine.step.mail;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
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
 * @param more that goes with it; null for nothing
 * @param attachUpTo bytes: where all is larger, a link is sent instead; 0 for no limit
 */
public record Mailing(
        int step,
        String connection,
        List<String> to,
        String subject,
        String text,
        String attachedAs,
        @Nullable StepOutput product,
        @Nullable List<Attached> more,
        long attachUpTo,
        WhenInDoubt whenInDoubt)
        implements PlannedEffect {
    /** Another file that goes with a mail. */
    public record Attached(String name, StepOutput product) {}

    public Mailing {
        to = List.copyOf(to);
        more = more == null ? List.of() : List.copyOf(more);
    }

    /** A mail without files. */
    public static Mailing of(
            int step, String connection, List<String> to, String subject, String text, WhenInDoubt whenInDoubt) {
        return new Mailing(step, connection, to, subject, text, "", null, List.of(), 0, whenInDoubt);
    }

    @Override
    public List<Attached> more() {
        return Objects.requireNonNullElse(more, List.of());
    }

    @Override
    public Optional<StepOutput> findProduct() {
        return Optional.ofNullable(product);
    }

    @Override
    public List<StepOutput> products() {
        return Stream.concat(findProduct().stream(), more().stream().map(Attached::product))
                .toList();
    }
}
