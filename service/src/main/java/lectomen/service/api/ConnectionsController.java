package lectomen.service.api;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.destination.folder.FolderConnection;
import lectomen.service.effect.EffectRunner;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The connections that documents can be filed to: what they are, and how much is sent on them. */
@RestController
@RequestMapping("/api/v1/connections")
final class ConnectionsController {
    private final ConnectionRecords connections;
    private final EffectRunner effects;

    ConnectionsController(ConnectionRecords connections, EffectRunner effects) {
        this.connections = connections;
        this.effects = effects;
    }

    /**
     * @param declared whether lectomen.yaml has it
     * @param atOnce how much may be under way on it at once
     * @param pausedSince since when nothing is sent
     */
    record ConnectionView(
            String name, String kind, String folder, boolean declared, int atOnce, Optional<Instant> pausedSince) {
        static ConnectionView of(ConnectionRecord record) {
            return new ConnectionView(
                    record.name(),
                    record.kind(),
                    FolderConnection.findFolder(record).map(Object::toString).orElse(""),
                    record.declared(),
                    record.atOnce(),
                    record.pause().map(ConnectionRecord.Pause::since));
        }
    }

    record ConnectionList(List<ConnectionView> connections) {}

    @GetMapping
    ConnectionList list() {
        return new ConnectionList(
                connections.all().values().stream().map(ConnectionView::of).toList());
    }

    /** The kinds of connections, each with the JSON Schema of its settings. */
    @GetMapping("/kinds")
    Map<String, JsonNode> kinds() {
        return connections.schemas();
    }

    /** Sends nothing on it until it is resumed; what is under way is completed. */
    @PostMapping("/{name}/pause")
    ConnectionView pause(@PathVariable String name) {
        connections.pause(name, Caller.principal());
        return ConnectionView.of(connections.require(name));
    }

    @PostMapping("/{name}/resume")
    ConnectionView resume(@PathVariable String name) {
        connections.resume(name, Caller.principal());
        effects.resumed(name);
        return ConnectionView.of(connections.require(name));
    }

    /** Says how much may be under way on it at once. */
    @PostMapping("/{name}/limit")
    ConnectionView limit(@PathVariable String name, @RequestParam int atOnce) {
        if (atOnce < 1 || atOnce > ConnectionRecords.MOST_AT_ONCE) {
            throw new BadRequestException(
                    "atOnce", "atOnce must be 1 to " + ConnectionRecords.MOST_AT_ONCE + ", not " + atOnce);
        }
        connections.limit(name, atOnce, Caller.principal());
        return ConnectionView.of(connections.require(name));
    }
}
