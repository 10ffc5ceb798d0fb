package lectomen.service.rulebook;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.step.print.PrintStep;
import lectomen.engine.step.print.PrintedPages;
import lectomen.service.print.PrintPort;

/** Checks tickets against what printers say that they can do. A printer that never answered is not held against. */
public final class PrinterCheck {
    private static final int MOST_NAMED = 12;

    private final Map<String, Map<String, String>> usualTickets;
    private final Function<String, Optional<PrinterAbilities>> abilities;
    private final Function<String, Optional<PrintPort>> ports;

    /**
     * @param usualTickets what each printer is asked for unless a rule says otherwise, by the words of IPP
     * @param abilities of a printer, where they are known
     * @param ports to printers that can't be asked
     */
    public PrinterCheck(
            Map<String, Map<String, String>> usualTickets,
            Function<String, Optional<PrinterAbilities>> abilities,
            Function<String, Optional<PrintPort>> ports) {
        this.ports = ports;
        this.usualTickets = Map.copyOf(usualTickets);
        this.abilities = abilities;
    }

    /** What a printer can't do of what a step asks for, as far as it is known before there is a document. */
    List<String> problems(PrintStep step) {
        Optional<PrintPort> port = ports.apply(step.printer());
        if (port.isPresent()) {
            return step.ticket().keySet().stream()
                    .filter(word -> !port.get().takes().contains(word))
                    .map(word -> "printer \"" + step.printer() + "\" is a "
                            + port.get().kind() + ", which takes no " + word)
                    .toList();
        }
        Optional<PrinterAbilities> known = abilities.apply(step.printer());
        if (known.isEmpty()) {
            return List.of();
        }
        Map<String, String> ticket = new TreeMap<>(usualTickets.getOrDefault(step.printer(), Map.of()));
        step.ticket().forEach((word, pattern) -> {
            ticket.remove(word);
            if (pattern.slots().isEmpty()) {
                ticket.put(word, pattern.source());
            }
        });
        if (step.pages() != PrintedPages.ALL) {
            ticket.putIfAbsent(TicketAttribute.PAGE_RANGES.word(), "1");
        }
        return ticket.entrySet().stream()
                .flatMap(asked -> problem(step, asked.getKey(), asked.getValue(), known.get()))
                .toList();
    }

    private static Stream<String> problem(PrintStep step, String word, String value, PrinterAbilities known) {
        TicketAttribute attribute = TicketAttribute.find(word).orElseThrow();
        if (known.can(attribute, value)) {
            return Stream.empty();
        }
        String from = step.ticket().containsKey(word) ? "" : ", which its connection in lectomen.yaml asks for";
        List<String> able = known.words(attribute);
        String more = able.size() > MOST_NAMED ? " and " + (able.size() - MOST_NAMED) + " more" : "";
        return Stream.of("printer \"" + step.printer() + "\" can't do " + word + " " + value + from + "; it can do "
                + able.stream().limit(MOST_NAMED).collect(Collectors.joining(", ")) + more);
    }
}
