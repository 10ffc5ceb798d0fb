package lectomen.service.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettleTrackerTest {
    private static final Path FILE = Path.of("/in/scan.pdf");
    private static final FileState SMALL = new FileState(FileState.Kind.FILE, 10, 1_000, 1_000, 1);

    private final SettleTracker settling = new SettleTracker(Duration.ofSeconds(2));

    private static long seconds(double seconds) {
        return (long) (seconds * 1e9);
    }

    @Test
    void aFileHasSettledOnceNothingChangedForTheWholeTime() {
        assertThat(settling.left(FILE, SMALL, seconds(0))).isEqualTo(Duration.ofSeconds(2));
        assertThat(settling.left(FILE, SMALL, seconds(1.5))).isEqualTo(Duration.ofMillis(500));
        assertThat(settling.left(FILE, SMALL, seconds(2))).isEqualTo(Duration.ZERO);
    }

    @Test
    void anyChangeStartsTheTimeAnew() {
        FileState[] changes = {
            new FileState(FileState.Kind.FILE, 11, 1_000, 1_000, 1),
            new FileState(FileState.Kind.FILE, 11, 2_000, 1_000, 1),
            new FileState(FileState.Kind.FILE, 11, 2_000, 2_000, 1),
            new FileState(FileState.Kind.FILE, 11, 2_000, 2_000, 2)
        };
        double at = 0;
        settling.left(FILE, SMALL, seconds(at));
        for (FileState changed : changes) {
            at += 1.9;
            assertThat(settling.left(FILE, changed, seconds(at))).isEqualTo(Duration.ofSeconds(2));
        }
    }

    @Test
    void aClockOfTheFileThatDiffersDoesNoHarm() {
        FileState inTheFuture = new FileState(FileState.Kind.FILE, 10, Long.MAX_VALUE, Long.MAX_VALUE, 1);
        settling.left(FILE, inTheFuture, seconds(5));
        assertThat(settling.left(FILE, inTheFuture, seconds(7))).isEqualTo(Duration.ZERO);
    }

    @Test
    void filesThatArriveWholeNeedNoTime() {
        assertThat(new SettleTracker(Duration.ZERO).left(FILE, SMALL, 0)).isEqualTo(Duration.ZERO);
    }

    @Test
    void aFileThatWentAndCameBackStartsAnew() {
        settling.left(FILE, SMALL, seconds(0));
        settling.keepOnly(Set.of());
        assertThat(settling.left(FILE, SMALL, seconds(10))).isEqualTo(Duration.ofSeconds(2));
    }

    @ParameterizedTest
    @CsvSource({
        ".hidden,true",
        "~$plan.docx,true",
        "plan.tmp,true",
        "plan.PART,true",
        "plan.crdownload,true",
        "plan.txt~,true",
        "plan.pdf,false",
        "template.pdf,false",
        "part.pdf,false",
        "tmp,false"
    })
    void temporaryNamesAreIgnored(String name, boolean ignored) {
        assertThat(IgnoredNames.ignores(name)).isEqualTo(ignored);
    }
}
