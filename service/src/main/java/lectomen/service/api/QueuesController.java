package lectomen.service.api;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.service.access.Caller;
import lectomen.service.connection.NoSuchConnectionException;
import lectomen.service.effect.NoSuchEffectException;
import lectomen.service.effect.print.PrintItem;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.job.JobList;
import lectomen.service.print.PrintPort;
import lectomen.service.print.Printer;
import lectomen.service.print.PrinterReport;
import lectomen.service.print.PrinterWatch;
import lectomen.service.print.Printers;
import lectomen.service.role.Permission;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Print queues: connections to printers, with what the printers say of themselves. */
@RestController
@RequestMapping("/api/v1/queues")
final class QueuesController {
    private static final int MOST_PRINTS = 1_000;

    private final Printers printers;
    private final PrinterWatch watch;
    private final PrintQueues queues;
    private final PrintViews views;
    private final CallerScope scopes;
    private final InstantSource clock;

    QueuesController(
            Printers printers,
            PrinterWatch watch,
            PrintQueues queues,
            PrintViews views,
            CallerScope scopes,
            InstantSource clock) {
        this.queues = queues;
        this.views = views;
        this.scopes = scopes;
        this.clock = clock;
        this.printers = printers;
        this.watch = watch;
    }

    /**
     * What can be asked for by one word of a ticket.
     *
     * @param values that the printer can do; empty where it does not say
     * @param queueDefault what this queue asks for unless a rule says otherwise; empty for nothing
     * @param printerDefault what the printer does by itself; empty where it does not say
     */
    record PrintQueueWord(String word, List<String> values, String queueDefault, String printerDefault) {}

    /**
     * @param askedAt when the printer was asked
     * @param problem why it did not answer then
     * @param state idle, processing or stopped; empty where it never answered, or can't
     * @param reasons what it says is wrong, in the words of IPP; empty where nothing is
     * @param readyMedia loaded now
     * @param formats media types of documents that it takes
     */
    record PrintQueueView(
            String name,
            String address,
            Instant askedAt,
            Optional<String> problem,
            String state,
            String reasons,
            String model,
            Set<String> readyMedia,
            Set<String> formats,
            List<PrintQueueWord> ticket) {}

    private static PrintQueueView view(String name, Printer printer, PrinterReport report) {
        Optional<PrinterAbilities> known = report.abilities();
        return new PrintQueueView(
                name,
                printer.address(),
                report.askedAt(),
                report.problem(),
                report.state(),
                report.reasons(),
                known.map(PrinterAbilities::model).orElse(""),
                known.map(PrinterAbilities::readyMedia).orElse(Set.of()),
                known.map(PrinterAbilities::formats).orElse(Set.of()),
                ticket(printer.ticket(), known));
    }

    private static List<PrintQueueWord> ticket(Map<String, String> ours, Optional<PrinterAbilities> known) {
        return Stream.of(TicketAttribute.values())
                .map(one -> new PrintQueueWord(
                        one.word(),
                        known.map(abilities -> abilities.words(one)).orElse(List.of()),
                        ours.getOrDefault(one.word(), ""),
                        known.map(abilities -> abilities.usual().get(one)).orElse("")))
                .filter(one -> !one.values().isEmpty() || !one.queueDefault().isEmpty())
                .toList();
    }

    record PrintQueueList(List<PrintQueueView> queues) {}

    /** Asks all printers how they are. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    PrintQueueList list() {
        Set<String> names = new TreeSet<>(printers.byName().keySet());
        names.addAll(printers.ports().keySet());
        return new PrintQueueList(names.parallelStream().map(this::view).toList());
    }

    /** Asks a printer how it is and what it can do. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/{name}")
    PrintQueueView show(@PathVariable String name) {
        return view(name);
    }

    /** @param prints in the order in which they go; those that have ended with the last first */
    record PrintList(List<PrintViews.PrintView> prints) {}

    /**
     * The documents in a queue that are not printed yet.
     *
     * @param ended instead: those that were printed, or given up
     * @param most how many, from 1 to 1000
     */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @GetMapping("/{name}/prints")
    PrintList prints(
            @PathVariable String name,
            @RequestParam(defaultValue = "false") boolean ended,
            @RequestParam(defaultValue = "100") int most) {
        if (most < 1 || most > MOST_PRINTS) {
            throw new BadRequestException("most", "most must be a number from 1 to " + MOST_PRINTS);
        }
        Optional<JobList.Only> only = scopes.findOnly(Permission.SEE_DOCUMENTS);
        List<PrintItem> found = ended ? queues.ended(name, most) : queues.open(name, most);
        return new PrintList(found.stream()
                .filter(item -> only.isEmpty() || only.get().has(item.rule(), item.source()))
                .map(views::of)
                .toList());
    }

    /** @param prints the ids of documents that wait, in the order in which they shall go */
    record OrderBody(@Nullable List<String> prints) {}

    /** Has documents of a queue go in another order. They share the turns that they have; others stay where they are. */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.ITSELF)
    @PutMapping("/{name}/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@PathVariable String name, @RequestBody OrderBody body) {
        List<String> wanted = Optional.ofNullable(body.prints()).orElse(List.of());
        if (wanted.isEmpty() || wanted.size() != Set.copyOf(wanted).size()) {
            throw new BadRequestException("prints", "prints must be ids of documents in the queue, each once");
        }
        wanted.forEach(id -> scopes.requireJob(
                queues.find(id).map(PrintItem::job).orElseThrow(() -> new NoSuchEffectException(id)),
                Permission.HANDLE_DOCUMENTS));
        queues.order(name, wanted, Caller.principal());
    }

    private PrintQueueView view(String name) {
        Optional<PrintPort> port = printers.findPort(name);
        if (port.isPresent()) {
            return view(name, port.get());
        }
        Printer printer = printers.find(name).orElseThrow(() -> new NoSuchConnectionException(name));
        return view(name, printer, watch.ask(name, printer));
    }

    private PrintQueueView view(String name, PrintPort port) {
        return new PrintQueueView(
                name,
                port.address(),
                clock.instant(),
                Optional.empty(),
                "",
                "a " + port.kind() + " can't be asked",
                "",
                Set.of(),
                Set.of(),
                List.of());
    }
}
