package lectomen.engine.rule;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lectomen.engine.data.DataFormat;

/**
 * How the documents of a source are paired with data files, and what happens where one is missing.
 *
 * @param forms which data files are sidecars, by the extensions of their names
 * @param named how a sidecar is called, without its extension; the first of these that is there belongs to the document
 * @param documents asks a data file which documents it belongs to; empty where its name tells
 * @param waitTime how long one waits for the other
 * @param namespaces URIs by prefix, for XML
 */
public record SidecarSettings(
        Set<DataFormat> forms,
        List<Named> named,
        Optional<String> documents,
        Duration waitTime,
        Alone withoutSidecar,
        Alone withoutDocument,
        Alike twoAlike,
        Broken broken,
        Late late,
        Map<String, String> namespaces) {
    public static final Duration DEFAULT_WAIT_TIME = Duration.ofMinutes(5);

    public SidecarSettings {
        forms = Set.copyOf(forms);
        named = List.copyOf(named);
        namespaces = Map.copyOf(namespaces);
    }

    /** How the name of a sidecar is made from that of its document. */
    public enum Named {
        /** notice-12.xml beside notice-12.docx. */
        FILE_NAME("{file name}"),
        /** notice-12.docx.xml beside it. */
        FILE("{file}");

        private final String word;

        Named(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        /** The sidecar's name without its extension. @param file the document's whole name */
        public String of(String file) {
            int dot = file.lastIndexOf('.');
            return this == FILE || dot <= 0 ? file : file.substring(0, dot);
        }
    }

    /** What becomes of one whose other never came. */
    public enum Alone {
        FAIL,
        /** The document is taken without; the data file, where some of its documents came, with those. */
        TAKE,
        /** It stays where it is. */
        LEAVE
    }

    /** What becomes of a document to which two data files belong. */
    public enum Alike {
        FAIL,
        /** The one that was changed last counts; the other comes along. */
        NEWEST
    }

    /** What becomes of a document whose data file can't be read. */
    public enum Broken {
        FAIL,
        /** It goes on without values. */
        TAKE,
        /** It waits as for a data file that is not there. */
        WAIT
    }

    /** What becomes of a data file whose document was taken without it. */
    public enum Late {
        FAIL,
        LEAVE,
        /** The document goes its way once more, with it. */
        RUN_AGAIN
    }
}
