package lectomen.service.api;

import java.util.List;
import lectomen.service.destination.Connections;
import lectomen.service.role.Permission;
import lectomen.service.rulebook.StartingPoints;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Templates for rules. */
@RestController
@RequestMapping("/api/v1/starting-points")
final class StartingPointsController {
    private final Connections connections;

    StartingPointsController(Connections connections) {
        this.connections = connections;
    }

    record StartingPointList(List<StartingPoints.StartingPoint> startingPoints) {}

    /** Whole rule files that file to the first connection, each with the shared part that it names. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    StartingPointList list() {
        String connection =
                connections.folders().keySet().stream().min(String::compareTo).orElse("archive");
        return new StartingPointList(StartingPoints.all(connection));
    }
}
