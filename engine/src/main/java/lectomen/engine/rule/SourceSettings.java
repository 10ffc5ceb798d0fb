package lectomen.engine.rule;

import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.notice.NoticeKind;
import lectomen.engine.schedule.OpenHours;
import lectomen.engine.schedule.RunTimes;

/**
 * How the files of one hot folder are grouped into arrivals. All rules that name the folder must agree on them.
 *
 * @param arrives how files come in
 * @param settle how long a file must stay unchanged before it is taken; zero for a folder into which files are moved whole
 * @param sweep how often the folder is looked at besides file events
 * @param failedFolder where failed files go: a path, or a name inside the hot folder
 * @param expectEvery the longest time without a file that is usual; a longer one is told
 * @param open when files are taken; empty for always
 * @param runs when what has come is taken, where it is collected
 * @param sidecar of data files that come beside documents
 * @param notices which groups and people are notified of what
 */
public record SourceSettings(
        Arrives arrives,
        Duration settle,
        Duration sweep,
        String failedFolder,
        Subfolders subfolders,
        SeenBefore seenBefore,
        Optional<Duration> expectEvery,
        Optional<OpenHours> open,
        Optional<RunTimes> runs,
        Optional<SidecarSettings> sidecar,
        Map<NoticeKind, List<String>> notices) {
    public static final Duration DEFAULT_SETTLE = Duration.ofSeconds(2);
    public static final Duration DEFAULT_SWEEP = Duration.ofSeconds(30);
    public static final String DEFAULT_FAILED_FOLDER = "failed";
    public static final SourceSettings DEFAULT = new SourceSettings(
            Arrives.GROWING,
            DEFAULT_SETTLE,
            DEFAULT_SWEEP,
            DEFAULT_FAILED_FOLDER,
            Subfolders.LEAVE,
            SeenBefore.PROCESS,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Map.of());

    /** Of what somebody can be told. */
    static final List<NoticeKind> NOTICES = List.of(NoticeKind.SILENT, NoticeKind.UNREACHABLE, NoticeKind.UNMATCHED);

    public SourceSettings {
        notices = Collections.unmodifiableMap(new TreeMap<>(notices));
    }

    /** How files come into the folder. */
    public enum Arrives {
        /** They are written there. */
        GROWING,
        /** They are moved in complete. */
        WHOLE,
        /** What lies there once nothing changes any more came together. */
        TOGETHER
    }

    /** What happens to folders inside the hot folder. */
    public enum Subfolders {
        /** They are left alone, with what is in them. */
        LEAVE,
        /** They stay, and files in them are taken one by one. */
        WATCH,
        /** A folder that is dropped is taken as a whole: its files arrive together, and it is gone. */
        TAKE
    }

    /** What happens to a file whose bytes were filed before. */
    public enum SeenBefore {
        PROCESS,
        /** It waits for a person. */
        HOLD,
        REJECT
    }
}
