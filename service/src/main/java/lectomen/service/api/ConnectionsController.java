package lectomen.service.api;

import java.util.List;
import java.util.TreeMap;
import lectomen.service.destination.Connections;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The connections that documents can be filed to. */
@RestController
@RequestMapping("/api/v1/connections")
final class ConnectionsController {
    private final Connections connections;

    ConnectionsController(Connections connections) {
        this.connections = connections;
    }

    record ConnectionView(String name, String folder) {}

    record ConnectionList(List<ConnectionView> connections) {}

    @GetMapping
    ConnectionList list() {
        return new ConnectionList(new TreeMap<>(connections.folders())
                .entrySet().stream()
                        .map(entry -> new ConnectionView(
                                entry.getKey(), entry.getValue().toString()))
                        .toList());
    }
}
