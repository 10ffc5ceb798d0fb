package lectomen.engine.step.print;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import lectomen.engine.naming.NamePattern;
import lectomen.engine.step.Step;
import lectomen.engine.step.WhenInDoubt;

/**
 * Prints an output.
 *
 * @param printer the connection
 * @param output that is printed
 * @param ticket what is asked of the printer, by the words of IPP; the rest is as the connection says
 * @param pages which it prints
 * @param name of the job, for people at the printer; empty for that of the document
 * @param hold whether it is held until somebody releases it; empty for as the connection says
 */
public record PrintStep(
        String printer,
        String output,
        Map<String, NamePattern> ticket,
        PrintedPages pages,
        Optional<NamePattern> name,
        Optional<Boolean> hold,
        WhenInDoubt whenInDoubt,
        int line)
        implements Step {
    public PrintStep {
        ticket = new TreeMap<>(ticket);
    }

    @Override
    public Set<String> slots() {
        Set<String> slots = new TreeSet<>();
        ticket.values().forEach(pattern -> slots.addAll(pattern.slots()));
        name.ifPresent(pattern -> slots.addAll(pattern.slots()));
        return slots;
    }
}
