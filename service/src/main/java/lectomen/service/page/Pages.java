package lectomen.service.page;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.InstantSource;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import lectomen.engine.identify.FileType;
import lectomen.engine.page.Box;
import lectomen.engine.print.ticket.SheetLayout;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.PageAnswer;
import lectomen.engine.task.PageTask;
import lectomen.engine.task.Task;
import lectomen.service.bytes.ByteStore;
import lectomen.service.workers.ByteSource;
import lectomen.service.workers.PageResult;
import lectomen.service.workers.WorkerPool;
import tools.jackson.databind.json.JsonMapper;

/** Serves pages, drawn by a worker and then stored as long as they are viewed now and then. Safe for several threads. */
public final class Pages {
    /** Of the picture from which a part is read; 300 dots per inch on A4. */
    private static final int READ_WIDTH = 2_480;

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_KEPT = 2_000;
    private static final int REMOVED_AT_ONCE = 200;

    private final Path folder;
    private final WorkerPool workers;
    private final ByteStore bytes;
    private final InstantSource clock;
    private final AtomicLong calls = new AtomicLong();

    /** @param folder of the kept pages; anything in it may be removed at any time */
    public Pages(Path folder, WorkerPool workers, ByteStore bytes, InstantSource clock) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.workers = workers;
        this.bytes = bytes;
        this.clock = clock;
    }

    /** A page of a document. @param page counted from 1 */
    public PageResult show(ByteRef document, FileType type, int page, int widthPixels) {
        return show(document, type, page, widthPixels, bytes::open);
    }

    /** The same of bytes from elsewhere. */
    public PageResult show(ByteRef document, FileType type, int page, int widthPixels, ByteSource from) {
        return show(document, type, page, widthPixels, PageTask.Wanted.PICTURE, from);
    }

    /** A side of a sheet on which a document is printed. @param side counted from 1 */
    public PageResult sheet(ByteRef document, FileType type, SheetLayout layout, int side, int widthPixels) {
        String words = layout.toString();
        UUID how = UUID.nameUUIDFromBytes(words.getBytes(StandardCharsets.UTF_8));
        Path kept = folder.resolve(document.sha256() + "-sheet-" + side + "-" + widthPixels + "-" + how + ".json");
        String call = "page-" + calls.incrementAndGet();
        PageTask task = new PageTask(
                Task.PROTOCOL, call, document, type, side, widthPixels, PageTask.Wanted.PICTURE, null, layout);
        return kept(kept, task, bytes::open);
    }

    /** The words of a page with their places, read where it is a picture. */
    public PageResult words(ByteRef document, FileType type, int page) {
        return words(document, type, page, bytes::open);
    }

    /** The same of bytes from elsewhere. */
    public PageResult words(ByteRef document, FileType type, int page, ByteSource from) {
        return show(document, type, page, 0, PageTask.Wanted.WORDS, from);
    }

    /** The words of a part of a page, read from its picture. @param region in the unit of the page */
    public PageResult read(ByteRef document, FileType type, int page, Box region) {
        String call = "page-" + calls.incrementAndGet();
        return workers.show(
                new PageTask(
                        Task.PROTOCOL, call, document, type, page, READ_WIDTH, PageTask.Wanted.WORDS, region, null),
                bytes::open);
    }

    private PageResult show(
            ByteRef document, FileType type, int page, int widthPixels, PageTask.Wanted wanted, ByteSource from) {
        String what = wanted == PageTask.Wanted.WORDS ? "words" : Integer.toString(widthPixels);
        Path kept = folder.resolve(document.sha256() + "-" + page + "-" + what + ".json");
        String call = "page-" + calls.incrementAndGet();
        return kept(kept, new PageTask(Task.PROTOCOL, call, document, type, page, widthPixels, wanted), from);
    }

    private PageResult kept(Path kept, PageTask task, ByteSource from) {
        Optional<PageAnswer> known = findKept(kept);
        if (known.isPresent()) {
            return new PageResult.Shown(known.get());
        }
        PageResult showing = workers.show(task, from);
        if (showing instanceof PageResult.Shown shown) {
            keep(kept, shown.page(), task.id());
        }
        return showing;
    }

    private Optional<PageAnswer> findKept(Path kept) {
        try {
            PageAnswer answer = JSON.readValue(Files.readAllBytes(kept), PageAnswer.class);
            Files.setLastModifiedTime(kept, FileTime.from(clock.instant()));
            return Optional.of(answer);
        } catch (IOException | RuntimeException notKept) {
            return Optional.empty();
        }
    }

    /** A page that can't be kept is drawn again next time. */
    private void keep(Path kept, PageAnswer answer, String call) {
        try {
            Path written = folder.resolve("." + call + ".writing");
            Files.write(written, JSON.writeValueAsBytes(answer));
            Files.move(written, kept, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            removeOldest();
        } catch (IOException | UncheckedIOException notKept) {
            // only slower
        }
    }

    private synchronized void removeOldest() throws IOException {
        List<Path> all;
        try (Stream<Path> files = Files.list(folder)) {
            all = files.toList();
        }
        if (all.size() > MOST_KEPT) {
            List<Path> oldest = all.stream()
                    .sorted(Comparator.comparing(Pages::modified))
                    .limit(REMOVED_AT_ONCE)
                    .toList();
            for (Path file : oldest) {
                Files.deleteIfExists(file);
            }
        }
    }

    private static FileTime modified(Path file) {
        try {
            return Files.getLastModifiedTime(file);
        } catch (IOException gone) {
            return FileTime.fromMillis(0);
        }
    }
}
