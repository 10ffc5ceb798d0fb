package lectomen.worker;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import lectomen.engine.progress.Progress;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.Frames;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a worker sends besides its answer. */
class ProgressSenderTest {
    private static List<Frames.Frame> frames(ByteArrayOutputStream sent) throws IOException {
        Frames read = new Frames(new ByteArrayInputStream(sent.toByteArray()), OutputStream.nullOutputStream());
        List<Frames.Frame> frames = new ArrayList<>();
        for (Optional<Frames.Frame> frame = read.receive(); frame.isPresent(); frame = read.receive()) {
            frames.add(frame.get());
        }
        return frames;
    }

    @Test
    void progressThatIsSoonOverIsNotTold() throws Exception {
        ByteArrayOutputStream sent = new ByteArrayOutputStream();
        ProgressSender telling = new ProgressSender(new Frames(InputStream.nullInputStream(), sent));
        for (int page = 0; page < 1_000; page++) {
            telling.at(new Progress("reading pages", page, 1_000));
        }
        assertThat(frames(sent).size()).as("far fewer than there was to tell").isLessThan(100);
    }

    @Test
    void progressIsToldOnceItTakesLongerThanAMoment() throws Exception {
        ByteArrayOutputStream sent = new ByteArrayOutputStream();
        ProgressSender telling = new ProgressSender(new Frames(InputStream.nullInputStream(), sent));
        Thread.sleep(110);
        telling.at(new Progress("reading pages", 1, 3));
        telling.at(new Progress("reading pages", 2, 3));
        assertThat(frames(sent).get(0).progress()).isEqualTo(new Progress("reading pages", 1, 3));
    }

    @Test
    void whoeverHasGoneIsNoticed() throws Exception {
        OutputStream broken = new OutputStream() {
            @Override
            public void write(int one) throws IOException {
                throw new IOException("The pipe is broken");
            }
        };
        ProgressSender telling = new ProgressSender(new Frames(InputStream.nullInputStream(), broken));
        Thread.sleep(110);
        assertThatThrownBy(() -> telling.at(new Progress("reading pages", 1, 3)))
                .isInstanceOf(UncheckedIOException.class)
                .hasMessageContaining("The service no longer listens");
    }

    @Test
    void whatIsMadeIsSentWholeUnderItsHash(@TempDir Path temp) throws Exception {
        ByteArrayOutputStream sent = new ByteArrayOutputStream();
        OutputSender handing = new OutputSender(temp.resolve("made"), new Frames(InputStream.nullInputStream(), sent));
        assertThat(handing.folder()).isDirectory();
        byte[] content = new byte[200_000];
        content[199_999] = 7;
        Path file = Files.write(handing.folder().resolve("a.pdf"), content);
        ByteRef ref = new ByteRef("b".repeat(64), content.length);
        handing.take(ref, file);
        List<Frames.Frame> frames = frames(sent);
        assertThat(frames.get(0).made()).isEqualTo(ref);
        assertThat(frames.get(frames.size() - 1).kind()).isEqualTo(Frames.Kind.END);
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (Frames.Frame frame : frames.subList(1, frames.size() - 1)) {
            all.write(frame.body());
        }
        assertThat(all.toByteArray()).isEqualTo(content);
    }
}
