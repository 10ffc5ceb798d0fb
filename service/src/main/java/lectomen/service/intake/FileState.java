package lectomen.service.intake;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * The attributes of a file that show that it has changed, without reading it. Times are in nanoseconds of the file's own clock.
 * The state of a folder sums up what is in it.
 */
record FileState(Kind kind, long size, long mtime, long ctime, long inode) {
    enum Kind {
        FILE,
        FOLDER,
        OTHER
    }

    /** @throws IOException if there is no such file or it can't be looked at */
    static FileState of(Path file) throws IOException {
        Map<String, Object> seen = Files.readAttributes(
                file, "unix:size,lastModifiedTime,ctime,ino,isRegularFile,isDirectory", LinkOption.NOFOLLOW_LINKS);
        Kind kind = (Boolean) require(seen, "isRegularFile")
                ? Kind.FILE
                : (Boolean) require(seen, "isDirectory") ? Kind.FOLDER : Kind.OTHER;
        return new FileState(
                kind,
                (Long) require(seen, "size"),
                nanos(require(seen, "lastModifiedTime")),
                nanos(require(seen, "ctime")),
                (Long) require(seen, "ino"));
    }

    /** The state of a folder with everything in it: sizes and times of all files, taken together. */
    static FileState ofAll(Path folder) throws IOException {
        FileState own = of(folder);
        long size = 0;
        long mtime = own.mtime();
        long ctime = 0;
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) files::iterator) {
                FileState state = of(file);
                size += state.kind() == Kind.FILE ? state.size() : 0;
                mtime = mtime * 31 + state.mtime();
                ctime = ctime * 31 + (state.kind() == Kind.FILE ? state.ctime() : 0) + file.hashCode();
            }
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        return new FileState(own.kind(), size, mtime, ctime, own.inode());
    }

    /** Whether it is the same file with the same content; moving it changes its ctime alone. */
    boolean isSameFile(FileState other) {
        return kind == other.kind && size == other.size && mtime == other.mtime && inode == other.inode;
    }

    private static Object require(Map<String, Object> seen, String attribute) {
        return Objects.requireNonNull(seen.get(attribute), attribute);
    }

    private static long nanos(Object time) {
        return ((FileTime) time).to(TimeUnit.NANOSECONDS);
    }
}
