package lectomen.service.doctor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.reason.Counted;
import lectomen.engine.reason.ProblemWords;
import lectomen.service.bytes.DurableFiles;

/** Checks the machine. */
final class MachineCheck {
    private static final int OLDEST_JAVA = 17;
    private static final int FEWEST_WATCHES = 1_000;
    private static final Instant BUILT_AFTER = Instant.parse("2026-01-01T00:00:00Z");

    private final InstantSource clock;

    MachineCheck(InstantSource clock) {
        this.clock = clock;
    }

    /** @param home an existing folder */
    List<Finding> check(Path home) {
        List<Finding> findings = new ArrayList<>();
        findings.add(java());
        findings.add(time());
        findings.add(encoding());
        findings.add(watches());
        findings.add(disk(home));
        return findings;
    }

    private static Finding java() {
        int version = Runtime.version().feature();
        return version >= OLDEST_JAVA
                ? Finding.ok("Java", "Java " + Runtime.version())
                : Finding.error(
                        "Java",
                        "Java " + version + " is too old; " + OLDEST_JAVA + " or newer is needed",
                        "apt-get install openjdk-17-jdk-headless");
    }

    private Finding time() {
        Instant now = clock.instant();
        return now.isAfter(BUILT_AFTER)
                ? Finding.ok("Clock", "the clock says " + now.truncatedTo(ChronoUnit.SECONDS))
                : Finding.error(
                        "Clock", "the clock says " + now + ", which is before this program was built", "timedatectl");
    }

    private static Finding encoding() {
        String names = System.getProperty("sun.jnu.encoding", "unknown");
        return names.equalsIgnoreCase("UTF-8")
                ? Finding.ok("File names", "file names are read as UTF-8")
                : Finding.error(
                        "File names", "file names are read as " + names, "start with ./lectomen, which sets UTF-8");
    }

    private static Finding watches() {
        try {
            int most = Integer.parseInt(Files.readString(Path.of("/proc/sys/fs/inotify/max_user_watches"))
                    .strip());
            return most >= FEWEST_WATCHES
                    ? Finding.ok("File events", most + " folders can be watched")
                    : Finding.warning(
                            "File events",
                            "this system can watch only " + Counted.of(most, "folder", "folders")
                                    + " at once; the others are swept at intervals",
                            "sysctl fs.inotify.max_user_watches=65536");
        } catch (IOException | NumberFormatException e) {
            return Finding.ok("File events", "unknown on this system; folders are swept in any case");
        }
    }

    /** Tries what every promise rests on: a file that is written, synced and linked. */
    private static Finding disk(Path home) {
        Path probe = home.resolve(".doctor-" + ProcessHandle.current().pid());
        Path link = home.resolve(".doctor-link-" + ProcessHandle.current().pid());
        try {
            Files.writeString(probe, "a probe");
            Files.createLink(link, probe);
            DurableFiles.syncFolder(home);
            return Finding.ok("Home's disk", "files can be written, synced and linked");
        } catch (IOException | UnsupportedOperationException e) {
            return Finding.error(
                    "Home's disk",
                    "a file can't be written, synced and linked in " + home + " (" + ProblemWords.ofDisk(e) + ")",
                    "chown -R \"$USER\" " + home + ", or choose a home on a local disk");
        } finally {
            remove(probe);
            remove(link);
        }
    }

    private static void remove(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            // the finding says already that the folder can't be worked in
        }
    }
}
