package lectomen.service.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** What changes when a file does, as far as that shows without reading it. Times are in nanoseconds of the file's own clock. */
record FileState(boolean regular, long size, long mtime, long ctime, long inode) {
    /** @throws IOException if there is no such file or it can't be looked at */
    static FileState of(Path file) throws IOException {
        Map<String, Object> seen =
                Files.readAttributes(file, "unix:size,lastModifiedTime,ctime,ino,isRegularFile", LinkOption.NOFOLLOW_LINKS);
        return new FileState(
                (Boolean) seen.get("isRegularFile"),
                (Long) seen.get("size"),
                nanos(seen.get("lastModifiedTime")),
                nanos(seen.get("ctime")),
                (Long) seen.get("ino"));
    }

    private static long nanos(Object time) {
        return ((FileTime) time).to(TimeUnit.NANOSECONDS);
    }

    /** Whether the content may have changed between the two: moving a file changes its ctime alone. */
    boolean sameContent(FileState other) {
        return size == other.size && mtime == other.mtime && inode == other.inode;
    }
}
