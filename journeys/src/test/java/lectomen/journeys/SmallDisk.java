package lectomen.journeys;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A file system in memory, mounted on a folder, to be full or read-only. Needs the right to mount. */
record SmallDisk(Path folder) implements AutoCloseable {
    static SmallDisk mount(Path folder, String options) throws Exception {
        run("mount", "-t", "tmpfs", "-o", options, "tmpfs", folder.toString());
        return new SmallDisk(folder);
    }

    void remount(String option) throws Exception {
        run("mount", "-o", "remount," + option, folder.toString());
    }

    static void run(String... command) throws Exception {
        List<String> words = new ArrayList<>();
        if (!System.getProperty("user.name").equals("root")) {
            words.addAll(List.of("sudo", "-n"));
        }
        words.addAll(List.of(command));
        Process process = new ProcessBuilder(words).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new AssertionError("A small disk can't be mounted here, so that this can't be shown: " + said);
        }
    }

    @Override
    public void close() throws Exception {
        run("umount", "-l", folder.toString());
    }
}
