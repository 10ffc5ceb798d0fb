package lectomen.service.api;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.identify.FileType;
import lectomen.engine.print.ability.PrinterAbilities;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.print.ticket.TicketAttribute;
import lectomen.engine.print.ticket.TicketPlacing;
import lectomen.service.access.Caller;
import lectomen.service.effect.NoSuchEffectException;
import lectomen.service.effect.print.PrintActions;
import lectomen.service.effect.print.PrintItem;
import lectomen.service.effect.print.PrintQueues;
import lectomen.service.page.Pages;
import lectomen.service.print.PrinterWatch;
import lectomen.service.role.Permission;
import lectomen.service.workers.PageResult;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Documents in print queues, by the effects that print them: what people do with them, and how they will look. */
@RestController
@RequestMapping("/api/v1/prints")
final class PrintsController {
    private final PrintQueues queues;
    private final PrintActions actions;
    private final PrinterWatch watch;
    private final Pages pages;
    private final PrintViews views;

    PrintsController(PrintQueues queues, PrintActions actions, PrinterWatch watch, Pages pages, PrintViews views) {
        this.queues = queues;
        this.actions = actions;
        this.watch = watch;
        this.pages = pages;
        this.views = views;
    }

    private PrintItem require(String id) {
        return queues.find(id).orElseThrow(() -> new NoSuchEffectException(id));
    }

    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @GetMapping("/{id}")
    PrintViews.PrintView print(@PathVariable String id) {
        return views.of(require(id));
    }

    /** @param action hold, release, first, last, cancel, or again */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @PostMapping("/{id}/{action}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void act(@PathVariable String id, @PathVariable String action) {
        PrintActions.Action wanted = PrintActions.Action.find(action)
                .orElseThrow(() -> new BadRequestException(
                        "action",
                        "unknown action " + action + "; expected hold, release, first, last, cancel or again"));
        actions.act(id, wanted, Caller.principal());
    }

    /** @param ticket what to ask the printer for, by the words of IPP; an empty value asks for what the rule does */
    record TicketBody(@Nullable Map<String, String> ticket) {}

    /** Changes what is asked of the printer for a document that waits or is held. */
    @Needs(value = Permission.HANDLE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @PutMapping("/{id}/ticket")
    PrintViews.PrintView change(@PathVariable String id, @RequestBody TicketBody body) {
        PrintItem item = require(id);
        Map<String, String> changes =
                new TreeMap<>(Optional.ofNullable(body.ticket()).orElse(Map.of()));
        changes.forEach((word, value) -> check(item.queue(), word, value));
        queues.change(item, changes, Caller.principal());
        return views.of(require(id));
    }

    private void check(String queue, String word, String value) {
        TicketAttribute attribute = TicketAttribute.find(word)
                .orElseThrow(() -> new BadRequestException(
                        "ticket",
                        "unknown word " + word + "; expected one of " + String.join(", ", TicketAttribute.words())));
        if (value.isEmpty()) {
            return;
        }
        if (attribute.read(value).isEmpty()) {
            throw new BadRequestException("ticket", word + " must be " + attribute.expected());
        }
        Optional<PrinterAbilities> known = watch.find(queue);
        if (known.isPresent() && !known.get().can(attribute, value)) {
            throw new BadRequestException(
                    "ticket",
                    "printer " + queue + " can't do " + word + " " + value + "; it can do "
                            + String.join(", ", known.get().words(attribute)));
        }
    }

    /** A side of a sheet, as the printer is expected to print it. @param side counted from 1 */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @GetMapping("/{id}/sides/{side}")
    PagesController.PageView side(@PathVariable String id, @PathVariable int side) {
        return PagesController.view(side, draw(require(id), side, PagesController.USUAL_WIDTH));
    }

    /** @param width in pixels, from 100 to 3000 */
    @Needs(value = Permission.SEE_DOCUMENTS, limit = Needs.Limit.EFFECT)
    @GetMapping(path = "/{id}/sides/{side}/picture", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(
            @PathVariable String id, @PathVariable int side, @RequestParam(defaultValue = "960") int width) {
        PagesController.checkWidth(width);
        PrintItem item = require(id);
        return PagesController.picture(draw(item, side, width))
                .orElseThrow(() -> new NoSuchPageException(item.job(), side));
    }

    private PageResult draw(PrintItem item, int side, int width) {
        Map<String, String> ticket = queues.ticketOf(item);
        SheetLayout layout = watch.find(item.queue())
                .map(abilities -> abilities.layout(ticket))
                .orElseGet(() -> new SheetLayout(ticket, TicketPlacing.USUAL_MARGINS));
        FileType type = FileType.ofMediaType(item.printing().format());
        return pages.sheet(item.bytes(), type, layout, side, width);
    }
}
