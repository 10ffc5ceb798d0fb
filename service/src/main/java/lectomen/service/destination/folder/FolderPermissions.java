package lectomen.service.destination.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.util.EnumSet;
import java.util.Objects;
import java.util.Set;

/**
 * Gives filed documents the group and permissions of their folder, so that everyone who uses the folder can use the document.
 * Where the system doesn't let us, it stays as it was made.
 */
final class FolderPermissions {
    private static final Set<PosixFilePermission> EXECUTE = EnumSet.of(
            PosixFilePermission.OWNER_EXECUTE, PosixFilePermission.GROUP_EXECUTE, PosixFilePermission.OTHERS_EXECUTE);

    private FolderPermissions() {}

    static void make(Path made) {
        try {
            PosixFileAttributes folder = Files.readAttributes(
                    Objects.requireNonNull(made.toAbsolutePath().getParent()), PosixFileAttributes.class);
            PosixFileAttributeView view =
                    Files.getFileAttributeView(made, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            PosixFileAttributes own = view.readAttributes();
            setGroup(view, own, folder);
            Set<PosixFilePermission> rights = EnumSet.copyOf(folder.permissions());
            if (!own.isDirectory()) {
                rights.removeAll(EXECUTE);
                rights.add(PosixFilePermission.OWNER_READ);
                rights.add(PosixFilePermission.OWNER_WRITE);
            }
            if (!own.permissions().equals(rights)) {
                view.setPermissions(rights);
            }
        } catch (IOException | UnsupportedOperationException notPermitted) {
            // it stays as it was made; whether that is enough, the folder's owner decides
        }
    }

    private static void setGroup(PosixFileAttributeView view, PosixFileAttributes own, PosixFileAttributes folder) {
        try {
            if (!own.group().equals(folder.group())) {
                view.setGroup(folder.group());
            }
        } catch (IOException notAMember) {
            // the rights below still help where the group happens to be the same
        }
    }
}
