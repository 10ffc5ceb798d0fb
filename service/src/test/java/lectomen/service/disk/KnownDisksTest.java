package lectomen.service.disk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import lectomen.service.ServiceFixture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What counts as the same folder when shares are mounted, unmounted and mounted again. */
class KnownDisksTest {
    private static final Disk HOME = new Disk(1, "ext4", "/dev/vda");
    private static final Disk SHARE = new Disk(40, "cifs", "//nas/plans");

    @TempDir
    private Path temp;

    private ServiceFixture fixture;
    private Path folder;
    private Disk lies = SHARE;

    /** What the operating system would tell: the home on its disk, the folder where the test says. */
    private final class Told implements Disk.Probe {
        @Override
        public long device(Path asked) {
            return disk(asked).device();
        }

        @Override
        public Disk disk(Path asked) {
            return asked.equals(folder) ? lies : HOME;
        }
    }

    @BeforeEach
    void open() throws IOException {
        fixture = new ServiceFixture(temp.resolve("home"));
        folder = Files.createDirectories(temp.resolve("plans"));
    }

    @AfterEach
    void close() {
        fixture.close();
    }

    /** As a service has it that was started now. */
    private KnownDisks disks() {
        return new KnownDisks(fixture.store, fixture.ledger, fixture.folder, fixture.clock, new Told());
    }

    private Path marker() {
        return folder.resolve(".lectomen-folder");
    }

    @Test
    void aShareThatIsNotMountedIsElsewhereUntilItIsBack() throws IOException {
        KnownDisks disks = disks();
        assertThat(disks.findElsewhere(folder)).isEmpty();
        Path kept = Files.move(marker(), temp.resolve("kept"));
        lies = HOME;
        assertThat(disks.findElsewhere(folder))
                .contains(new KnownDisks.Elsewhere("//nas/plans (cifs)", "/dev/vda (ext4)"));
        assertThat(disks().findElsewhere(folder)).as("after a restart too").isPresent();
        assertThat(marker()).as("nothing is put into the bare folder").doesNotExist();
        Files.move(kept, marker());
        lies = SHARE;
        assertThat(disks.findElsewhere(folder)).isEmpty();
    }

    @Test
    void aShareWithAnotherNumberOrNameIsTheSameByItsMarker() throws IOException {
        assertThat(disks().findElsewhere(folder)).isEmpty();
        lies = new Disk(77, "cifs", "//nas2/plans");
        assertThat(disks().findElsewhere(folder)).isEmpty();
        Files.delete(marker());
        assertThat(disks().findElsewhere(folder))
                .as("the new number and name are known by now")
                .isEmpty();
        lies = new Disk(78, "cifs", "//nas2/plans");
        assertThat(disks().findElsewhere(folder))
                .as("without marker, on another number")
                .isPresent();
    }

    @Test
    void aBareFolderOnAShareOfTheSameNameIsElsewhere() throws IOException {
        lies = new Disk(50, "tmpfs", "tmpfs");
        KnownDisks disks = disks();
        assertThat(disks.findElsewhere(folder)).isEmpty();
        Files.delete(marker());
        lies = new Disk(51, "tmpfs", "tmpfs");
        assertThat(disks.findElsewhere(folder)).isPresent();
    }

    @Test
    void aFolderBesideTheHomeNeedsNoMarkerAndMovesWithIt() throws IOException {
        lies = HOME;
        assertThat(disks().findElsewhere(folder)).isEmpty();
        assertThat(folder).isEmptyDirectory();
        lies = SHARE;
        assertThat(disks().findElsewhere(folder))
                .as("a share was mounted over it")
                .isPresent();
    }

    @Test
    void whatAPersonConfirmsIsRightFromThenOn() throws IOException {
        KnownDisks disks = disks();
        assertThat(disks.isKnown(folder)).isFalse();
        disks.findElsewhere(folder);
        assertThat(disks.confirm(folder, "owner")).as("it is where it was").isFalse();
        Files.delete(marker());
        lies = HOME;
        assertThat(disks.confirm(folder, "owner")).isTrue();
        assertThat(disks.findElsewhere(folder)).isEmpty();
        assertThat(disks().findElsewhere(folder)).isEmpty();
        assertThat(disks.isKnown(folder)).isTrue();
    }

    @Test
    void theSystemKnowsTheDiskOfAFolder() throws IOException {
        Disk.OfSystem system = new Disk.OfSystem();
        assertThat(system.disk(temp).device()).isEqualTo(system.device(folder)).isPositive();
        assertThat(system.disk(temp).type()).isNotEmpty();
        KnownDisks real = new KnownDisks(fixture.store, fixture.ledger, fixture.folder, fixture.clock);
        assertThat(real.findElsewhere(folder)).isEmpty();
    }
}
