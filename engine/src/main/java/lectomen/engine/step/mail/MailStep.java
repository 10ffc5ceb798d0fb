package lectomen.engine.step.mail;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.Step;
import lectomen.engine.step.WhenInDoubt;

/**
 * Sends a mail.
 *
 * @param connection the mail connection that it is sent by
 * @param to at least one
 * @param attach the output that goes with it; empty for none
 */
public record MailStep(
        String connection,
        List<NamePattern> to,
        NamePattern subject,
        NamePattern text,
        Optional<String> attach,
        WhenInDoubt whenInDoubt,
        int line)
        implements Step {
    public MailStep {
        to = List.copyOf(to);
    }

    @Override
    public Set<String> slots() {
        Set<String> slots = new HashSet<>();
        Stream.concat(to.stream(), Stream.of(subject, text)).forEach(pattern -> slots.addAll(pattern.slots()));
        return slots;
    }
}
