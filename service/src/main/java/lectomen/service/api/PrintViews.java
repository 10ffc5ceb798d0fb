package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.People;
import lectomen.service.effect.print.PrintItem;
import lectomen.service.effect.print.PrintQueues;

/** Documents in print queues, for people. */
final class PrintViews {
    private final PrintQueues queues;
    private final People people;

    PrintViews(PrintQueues queues, People people) {
        this.queues = queues;
        this.people = people;
    }

    /**
     * @param id of the effect that prints it
     * @param state held, waiting, printing, in doubt, printed or not printed
     * @param reason why it waits, or what became of it
     * @param heldBy who holds it; empty for its rule or its queue
     * @param ticket what the printer is asked for, by the words of IPP
     * @param changed the words that somebody changed
     * @param pages 0 where that is not known, and so sheets
     */
    record PrintView(
            String id,
            String job,
            Optional<String> rule,
            String queue,
            String name,
            String state,
            Optional<String> reason,
            Optional<String> heldBy,
            Map<String, String> ticket,
            List<String> changed,
            int pages,
            int copies,
            int sheets,
            Instant askedAt,
            Optional<Instant> endedAt) {}

    PrintView of(PrintItem item) {
        return new PrintView(
                item.effect(),
                item.job(),
                item.rule(),
                item.queue(),
                item.printing().name(),
                item.state().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                item.state() == PrintItem.State.PRINTED
                        ? Optional.empty()
                        : item.reason().map(reason -> reason.words()),
                item.heldBy().map(people::nameOf),
                queues.ticketOf(item),
                List.copyOf(item.changes().keySet()),
                item.pages(),
                item.copies(),
                item.sheets(),
                item.askedAt(),
                item.endedAt());
    }
}
