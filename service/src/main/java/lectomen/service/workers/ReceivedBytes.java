package lectomen.service.workers;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import lectomen.engine.task.Frames;

/** Bytes that a worker sends, as a stream that ends where they do. */
final class ReceivedBytes extends InputStream {
    private final Frames frames;
    private byte[] piece = new byte[0];
    private int at;
    private boolean ended;

    ReceivedBytes(Frames frames) {
        this.frames = frames;
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] to, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        while (at == piece.length && !ended) {
            next();
        }
        if (ended) {
            return -1;
        }
        int count = Math.min(length, piece.length - at);
        System.arraycopy(piece, at, to, offset, count);
        at += count;
        return count;
    }

    private void next() throws IOException {
        Optional<Frames.Frame> frame = frames.receive();
        if (frame.isPresent() && frame.get().kind() == Frames.Kind.BYTES) {
            piece = frame.get().body();
            at = 0;
        } else if (frame.isPresent() && frame.get().kind() == Frames.Kind.END) {
            ended = true;
        } else {
            throw new IOException("The worker ended before its output was complete");
        }
    }
}
