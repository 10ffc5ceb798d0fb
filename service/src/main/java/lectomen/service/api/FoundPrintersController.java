package lectomen.service.api;

import java.util.List;
import lectomen.service.print.find.FoundPrinter;
import lectomen.service.print.find.PrinterSearch;
import lectomen.service.role.Permission;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Printers in the network. */
@RestController
@RequestMapping("/api/v1/found-printers")
final class FoundPrintersController {
    private final PrinterSearch search;

    FoundPrintersController(PrinterSearch search) {
        this.search = search;
    }

    record FoundPrinterList(List<FoundPrinter> printers) {}

    /** Asks the networks of the service's machine; takes some seconds. */
    @Needs(value = Permission.SEE_SERVICE, limit = Needs.Limit.NOTHING)
    @GetMapping
    FoundPrinterList search() {
        return new FoundPrinterList(search.search());
    }
}
