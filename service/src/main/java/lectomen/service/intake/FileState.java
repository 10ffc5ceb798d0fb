package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;

/** What changes when a file does, as far as that shows without reading it. Times are in nanoseconds of the file's own clock. */
record FileState(boolean regular, long size, long mtime, long ctime, long inode) {
    /** @throws IOException if there is no such file or it can't be looked at */
    static FileState of(Path file) throws IOException {
        Map<String, Object> seen = Files.readAttributes(
                file, "unix:size,lastModifiedTime,ctime,ino,isRegularFile", LinkOption.NOFOLLOW_LINKS);
        return new FileState(
                (Boolean) require(seen, "isRegularFile"),
                (Long) require(seen, "size"),
                nanos(require(seen, "lastModifiedTime")),
                nanos(require(seen, "ctime")),
                (Long) require(seen, "ino"));
    }

    /** Whether it is the same file with the same content; moving it changes its ctime alone. */
    boolean isSameFile(FileState other) {
        return regular == other.regular && size == other.size && mtime == other.mtime && inode == other.inode;
    }

    private static Object require(Map<String, Object> seen, String attribute) {
        return Objects.requireNonNull(seen.get(attribute), attribute);
    }

    private static long nanos(Object time) {
        return ((FileTime) time).to(TimeUnit.NANOSECONDS);
    }
}
