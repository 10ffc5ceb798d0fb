package lectomen.service.api;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.service.access.Caller;
import lectomen.service.connection.ConnectionRecord;
import lectomen.service.connection.ConnectionRecords;
import lectomen.service.connection.NoSuchConnectionException;
import lectomen.service.destination.Destination;
import lectomen.service.destination.Destinations;
import lectomen.service.destination.ListResult;
import lectomen.service.effect.EffectRunner;
import lectomen.service.intake.QueueFolders;
import lectomen.service.role.Permission;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The connections to folders, mail servers and other systems: what they are, and how much is sent on them. */
@RestController
@RequestMapping("/api/v1/connections")
final class ConnectionsController {
    private static final int MOST_LISTED = 1_000;

    private final ConnectionRecords connections;
    private final Destinations destinations;
    private final EffectRunner effects;
    private final QueueFolders queueFolders;

    ConnectionsController(
            ConnectionRecords connections, Destinations destinations, EffectRunner effects, QueueFolders queueFolders) {
        this.queueFolders = queueFolders;
        this.connections = connections;
        this.destinations = destinations;
        this.effects = effects;
    }

    /**
     * @param address where it leads: a folder, a mail server or a URL
     * @param declared whether lectomen.yaml has it
     * @param atOnce how much may be under way on it at once
     * @param pausedSince since when nothing is sent
     */
    record ConnectionView(
            String name, String kind, String address, boolean declared, int atOnce, Optional<Instant> pausedSince) {}

    private ConnectionView view(ConnectionRecord record) {
        return new ConnectionView(
                record.name(),
                record.kind(),
                connections.addressOf(record),
                record.declared(),
                record.atOnce(),
                record.pause().map(ConnectionRecord.Pause::since));
    }

    record ConnectionList(List<ConnectionView> connections) {}

    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping
    ConnectionList list() {
        return new ConnectionList(
                connections.all().values().stream().map(this::view).toList());
    }

    /** The kinds of connections, each with the JSON Schema of its settings. */
    @Needs(value = Permission.SEE_RULES, limit = Needs.Limit.NOTHING)
    @GetMapping("/kinds")
    Map<String, JsonNode> kinds() {
        return connections.schemas();
    }

    record ContentEntry(String name, boolean folder, long size, Optional<Instant> changedAt) {}

    /**
     * @param entries by name
     * @param more whether there are more than are listed
     */
    record Contents(List<ContentEntry> entries, boolean more) {}

    /** What is in a folder of it now; at its root where no folder is given. */
    @Needs(Permission.SEE_SERVICE)
    @GetMapping("/{name}/contents")
    Contents contents(@PathVariable String name, @RequestParam(defaultValue = "") String folder) {
        List<String> levels = Arrays.stream(folder.split("/"))
                .filter(level -> !level.isEmpty() && !level.equals("."))
                .toList();
        Destination destination = destinations
                .find(connections.require(name).name())
                .orElseThrow(() -> new NoSuchConnectionException(name));
        ListResult result = destination.list(levels, MOST_LISTED);
        if (result instanceof ListResult.Unknown unknown) {
            throw new UnreachableException(unknown.reason());
        }
        if (!(result instanceof ListResult.Listed listed)) {
            throw new BadRequestException("folder", "\"" + name + "\" has no folder \"" + folder + "\"");
        }
        return new Contents(
                listed.entries().stream()
                        .map(entry -> new ContentEntry(entry.name(), entry.folder(), entry.size(), entry.changedAt()))
                        .toList(),
                listed.more());
    }

    /**
     * Sends nothing on it until it is resumed; what is under way is completed. The hot folder of a print queue, called as the queue
     * is, is paused too, and resumed with it.
     */
    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/{name}/pause")
    ConnectionView pause(@PathVariable String name) {
        connections.pause(name, Caller.principal());
        queueFolders.pause(name, Caller.principal());
        return view(connections.require(name));
    }

    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/{name}/resume")
    ConnectionView resume(@PathVariable String name) {
        connections.resume(name, Caller.principal());
        queueFolders.resume(name, Caller.principal());
        effects.resumed(name);
        return view(connections.require(name));
    }

    /** Says how much may be under way on it at once. */
    @Needs(Permission.RUN_SERVICE)
    @PostMapping("/{name}/limit")
    ConnectionView limit(@PathVariable String name, @RequestParam int atOnce) {
        if (atOnce < 1 || atOnce > ConnectionRecords.MOST_AT_ONCE) {
            throw new BadRequestException(
                    "atOnce", "atOnce must be 1 to " + ConnectionRecords.MOST_AT_ONCE + ", not " + atOnce);
        }
        connections.limit(name, atOnce, Caller.principal());
        return view(connections.require(name));
    }
}
