package lectomen.worker;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import lectomen.engine.task.ByteRef;
import lectomen.engine.task.Frames;

/**
 * Incoming frames. A thread of its own reads them, so that the end of the stream is noticed while a document is in
 * work, and ends the process there and then.
 */
final class FrameInbox {
    private static final int WAITING_FRAMES = 64;

    private final Frames frames;
    private final BlockingQueue<Frames.Frame> received = new ArrayBlockingQueue<>(WAITING_FRAMES);

    private FrameInbox(Frames frames) {
        this.frames = frames;
    }

    static FrameInbox open(Frames frames) {
        FrameInbox inbox = new FrameInbox(frames);
        Thread reader = new Thread(inbox::readToTheEnd, "frames");
        reader.setDaemon(true);
        reader.start();
        return inbox;
    }

    Frames frames() {
        return frames;
    }

    private void readToTheEnd() {
        try {
            for (Optional<Frames.Frame> frame = frames.receive(); frame.isPresent(); frame = frames.receive()) {
                received.put(frame.get());
            }
            Runtime.getRuntime().halt(0);
        } catch (IOException | InterruptedException e) {
            Runtime.getRuntime().halt(4);
        }
    }

    Frames.Frame next() throws IOException {
        try {
            return received.take();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Interrupted while waiting for a frame", e);
        }
    }

    /** Asks for the bytes, unless they are on the desk already, and gives the file there that has them. */
    Path fetch(ByteRef ref, Path desk) throws IOException {
        Path file = desk.resolve(ref.sha256());
        if (Files.exists(file)) {
            return file;
        }
        frames.need(ref.sha256());
        try (OutputStream out = Files.newOutputStream(file)) {
            while (true) {
                Frames.Frame frame = next();
                switch (frame.kind()) {
                    case BYTES -> out.write(frame.body());
                    case END -> {
                        return file;
                    }
                    case TASK,
                            PAGE,
                            SHEETS,
                            DATA,
                            PROPOSE,
                            READY,
                            NEED,
                            MADE,
                            PROGRESS,
                            ANSWER,
                            SHOWN,
                            DRAWN,
                            TOLD,
                            PROPOSED -> throw new IOException("The bytes " + ref.sha256() + " are not to be had");
                }
            }
        }
    }
}
