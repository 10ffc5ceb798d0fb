package lectomen.engine.facts;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.data.Sidecar;
import lectomen.engine.identify.FileType;

/**
 * What is known of a file from its name, place, size and first bytes.
 *
 * @param folder the hot folder that it came from, as the rules' sources name it once parameters are filled in; empty for an
 *     upload, which any rule may take
 * @param arrived when it came in
 * @param more what not every way in can tell
 */
public record FileFacts(
        String name, long bytes, FileType type, Optional<String> folder, Instant arrived, Circumstances more) {
    /**
     * What not every way in can tell.
     *
     * @param subfolder where it lay below its hot folder, with slashes; empty for the hot folder itself
     * @param modified when its content was last changed, as its file system said
     * @param sender who it came from: the file's owner, or who handed it in; empty when nobody knows
     * @param tags words that its sender attached
     * @param now when it is looked at; empty for when it came in
     * @param given what the rule that handed it over knew, by name; with {@code rule} and {@code reason}
     * @param sidecar the data file that belongs to it
     */
    public record Circumstances(
            String subfolder,
            Optional<Instant> modified,
            String sender,
            Set<String> tags,
            Optional<Instant> now,
            Map<String, String> given,
            Optional<Sidecar> sidecar) {
        public static final Circumstances UNKNOWN =
                new Circumstances("", Optional.empty(), "", Set.of(), Optional.empty());

        public Circumstances {
            tags = Set.copyOf(tags);
            given = Map.copyOf(given);
        }

        /** Of a file that no rule handed over. */
        public Circumstances(
                String subfolder, Optional<Instant> modified, String sender, Set<String> tags, Optional<Instant> now) {
            this(subfolder, modified, sender, tags, now, Map.of(), Optional.empty());
        }

        /** The same in a folder below this one. */
        public Circumstances in(String folder) {
            String whole = subfolder.isEmpty() || folder.isEmpty() ? subfolder + folder : subfolder + "/" + folder;
            return new Circumstances(whole, modified, sender, tags, now, given, sidecar);
        }

        /** The same as it is looked at. */
        public Circumstances at(Instant time) {
            return new Circumstances(subfolder, modified, sender, tags, Optional.of(time), given, sidecar);
        }

        /** The same with a data file beside it. */
        public Circumstances with(Sidecar data) {
            return new Circumstances(subfolder, modified, sender, tags, now, given, Optional.of(data));
        }

        /** The folders between the hot folder and the file, outermost first. */
        public List<String> levels() {
            return subfolder.isEmpty() ? List.of() : List.of(subfolder.split("/"));
        }
    }

    public FileFacts(String name, long bytes, FileType type, Optional<String> folder, Instant arrived) {
        this(name, bytes, type, folder, arrived, Circumstances.UNKNOWN);
    }

    /** The name without its extension. */
    public String stem() {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    /** The extension of the name without its dot; empty when there is none. */
    public String ending() {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(dot + 1) : "";
    }

    /** Of a document that was made out of this one. */
    public FileFacts ofPart(String partName, long size, FileType partType, String subfolder) {
        return new FileFacts(partName, size, partType, folder, arrived, more.in(subfolder));
    }

    /** The same with its sidecar read. */
    public FileFacts with(Sidecar read) {
        return new FileFacts(name, bytes, type, folder, arrived, more.with(read));
    }
}
