package lectomen.service.destination.folder;

import java.nio.file.Path;
import java.util.Optional;
import lectomen.service.destination.Connections;
import lectomen.service.destination.Destination;
import lectomen.service.destination.Destinations;

/** Makes folders out as destinations: those of connections, and others by their paths. Safe for several threads. */
public final class FolderDestinations implements Destinations {
    private final Connections connections;
    private final FolderNames names = new FolderNames();
    private final TemporaryFiles temporaryFiles = new TemporaryFiles();

    public FolderDestinations(Connections connections) {
        this.connections = connections;
    }

    @Override
    public Optional<Destination> find(String connection) {
        return connections.findFolder(connection).map(folder -> at(connection, folder));
    }

    @Override
    public String settings(String connection) {
        return connections.findFolder(connection).map(Object::toString).orElse("");
    }

    /** @param connection what the folder is called in reasons */
    public FolderDestination at(String connection, Path folder) {
        return new FolderDestination(connection, folder, connections, names, temporaryFiles, true);
    }

    /** Removes the temporary files that could not be reached before. */
    public void clearUnreached() {
        temporaryFiles.clear();
    }
}
