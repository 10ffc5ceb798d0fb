package lectomen.local;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import lectomen.engine.progress.Progress;

/** Progress output: a line per file, and, on a terminal, the progress of the current one. */
final class ProgressLines implements Progress.Listener {
    private static final String CLEAR = "\r\u001b[K";
    private static final long PAUSE_NANOS = 100_000_000;

    private final int files;
    private final boolean terminal = System.getenv("LECTOMEN_COLUMNS") != null && System.getenv("NO_COLOR") == null;
    private int number;
    private String name = "";
    private long lastNanos;

    ProgressLines(int files) {
        this.files = files;
    }

    void begin(Path file) {
        number++;
        name = String.valueOf(file.getFileName());
        show("");
    }

    @Override
    public void at(Progress progress) {
        long now = System.nanoTime();
        if (now - lastNanos > PAUSE_NANOS) {
            lastNanos = now;
            show(": " + progress.doing() + ", " + (progress.done() + 1) + " of " + progress.of());
        }
    }

    private void show(String more) {
        if (terminal) {
            System.err.print(CLEAR + (files > 1 ? number + " of " + files + "  " : "") + name + more);
            System.err.flush();
        }
    }

    private void clear() {
        if (terminal) {
            System.err.print(CLEAR);
            System.err.flush();
        }
    }

    /** Nothing more is told of the file in work. */
    void end() {
        clear();
    }

    void note(Path file, String words) {
        clear();
        System.err.println(file + ": " + words);
    }

    /** @return false, for the count of files read */
    boolean unread(Path file, String reason) {
        clear();
        System.err.println(file + ": " + reason);
        return false;
    }

    void done(Path file, List<Path> made, List<String> notes) throws IOException {
        clear();
        long before = Files.size(file);
        for (Path one : made) {
            System.out.println(
                    file + " -> " + one + "  (" + Sizes.words(before) + " -> " + Sizes.words(Files.size(one)) + ")");
        }
        notes.forEach(note -> System.out.println("  " + note));
    }

    /** @return false, for the count of files done */
    boolean failed(Path file, List<String> reasons) {
        clear();
        System.out.println(file + ": not converted");
        reasons.forEach(reason -> System.out.println("  " + reason));
        return false;
    }

    void end(int done, int failed) {
        if (files > 1) {
            System.out.println(done + " converted" + (failed > 0 ? ", " + failed + " not" : ""));
        }
    }
}
