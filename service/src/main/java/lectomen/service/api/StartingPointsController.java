package lectomen.service.api;

import java.util.List;
import java.util.Optional;
import lectomen.service.connection.NoSuchConnectionException;
import lectomen.service.destination.Connections;
import lectomen.service.print.Printers;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.StartingPoints;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Templates for rules. */
@RestController
@RequestMapping("/api/v1/starting-points")
final class StartingPointsController {
    private final Connections connections;
    private final Printers printers;

    StartingPointsController(Connections connections, Printers printers) {
        this.connections = connections;
        this.printers = printers;
    }

    record StartingPointList(List<StartingPoints.StartingPoint> startingPoints) {}

    /**
     * Whole rule files that file to the first connection, each with the shared part that it names.
     *
     * @param printer instead: one that prints what is put into a folder of the printer's name
     */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    StartingPointList list(@RequestParam Optional<String> printer) {
        if (printer.isPresent()) {
            String name = printer.get();
            if (printers.find(name).isEmpty() && printers.findPort(name).isEmpty()) {
                throw new NoSuchConnectionException(name);
            }
            return new StartingPointList(List.of(StartingPoints.printing(name)));
        }
        String connection =
                connections.folders().keySet().stream().min(String::compareTo).orElse("archive");
        return new StartingPointList(StartingPoints.all(connection));
    }
}
