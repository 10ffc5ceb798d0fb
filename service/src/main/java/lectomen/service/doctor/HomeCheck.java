package lectomen.service.doctor;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.DiskSpaceGuard;
import lectomen.service.home.BadHomeException;
import lectomen.service.home.Home;
import lectomen.service.home.Settings;

/** Checks a home. Changes nothing in it. */
final class HomeCheck {
    private final Path home;

    HomeCheck(Path home) {
        this.home = home;
    }

    List<Finding> check() {
        List<Finding> findings = new ArrayList<>();
        findings.add(secret("token"));
        findings.add(secret("keys/ledger.key"));
        findings.add(secret("keys/secret.key"));
        try {
            Settings settings = Home.readSettings(home);
            findings.add(Finding.ok("Settings", home.resolve("lectomen.yaml") + " can be read"));
            findings.add(room(settings));
            for (Map.Entry<String, Path> connection : settings.folders().entrySet()) {
                findings.add(connection(connection.getKey(), connection.getValue(), settings));
            }
        } catch (BadHomeException e) {
            findings.add(Finding.error("Settings", String.valueOf(e.getMessage()), e.fix()));
        }
        return findings;
    }

    private Finding secret(String name) {
        Path file = home.resolve(name);
        if (Files.notExists(file)) {
            return Finding.ok(name, "does not exist yet; the first start creates it");
        }
        try {
            Set<PosixFilePermission> rights = Files.getPosixFilePermissions(file);
            boolean open = rights.stream().anyMatch(right -> !right.name().startsWith("OWNER"));
            return open
                    ? Finding.error(name, file + " can be read by others", "chmod 600 " + file)
                    : Finding.ok(name, "only its owner can read it");
        } catch (IOException e) {
            return Finding.error(name, file + " can't be read", "chown \"$USER\" " + file);
        }
    }

    private Finding room(Settings settings) {
        return new DiskSpaceGuard(home, settings.keepFreeBytes())
                .findTooLow()
                .map(Reason::words)
                .map(words -> Finding.error("Disk space", words, "df -h " + home))
                .orElse(Finding.ok("Disk space", "there is enough free space"));
    }

    private static Finding connection(String name, Path folder, Settings settings) {
        String what = "Connection " + name;
        if (!Files.isDirectory(folder)) {
            return Finding.error(
                    what, "its folder " + folder + " is not there", "mkdir -p " + folder + ", or mount it");
        }
        if (!Files.isWritable(folder)) {
            return Finding.error(what, "its folder " + folder + " can't be written", "let the service write there");
        }
        boolean allowed = settings.roots().stream().anyMatch(folder::startsWith);
        return allowed
                ? Finding.ok(what, folder + " can be written")
                : Finding.error(
                        what, folder + " is not under any of the roots", "add it to \"roots\" in lectomen.yaml");
    }
}
