package lectomen.engine.step.mail;

import java.util.HashSet;
import java.util.List;
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
 * @param attach the outputs that go with it
 * @param attachUpTo bytes; where all is larger, a link is sent instead
 */
public record MailStep(
        String connection,
        List<NamePattern> to,
        NamePattern subject,
        NamePattern text,
        List<String> attach,
        long attachUpTo,
        WhenInDoubt whenInDoubt,
        int line)
        implements Step {
    public MailStep {
        to = List.copyOf(to);
        attach = List.copyOf(attach);
    }

    @Override
    public Set<String> slots() {
        Set<String> slots = new HashSet<>();
        Stream.concat(to.stream(), Stream.of(subject, text)).forEach(pattern -> slots.addAll(pattern.slots()));
        return slots;
    }
}
