package lectomen.engine.task;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import lectomen.engine.plan.PlanJson;
import lectomen.engine.progress.Progress;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * The protocol between service and worker, both directions, over a pair of byte streams. A frame is a letter for its kind, the
 * length of its body (four bytes, big end first), and the body.
 *
 * <p>One thread may read while another writes; two may not do the same.
 */
public final class Frames {
    /** A body longer than this is refused: a stream gone wrong must not ask for memory without bound. */
    private static final int MAX_BODY = 64 * 1024 * 1024;

    private static final JsonMapper JSON = PlanJson.MAPPER;

    /** What a frame is. */
    public enum Kind {
        /** To the worker: a {@link Task}. */
        TASK('T'),
        /** To the worker: a {@link PageTask}. */
        PAGE('P'),
        /** To the worker: a {@link DataTask}. */
        DATA('D'),
        /** To the worker: a {@link ProposalTask}. */
        PROPOSE('Q'),
        /** To the worker: a {@link SheetsTask}. */
        SHEETS('L'),
        /** To the worker: a piece of the bytes that it asked for. */
        BYTES('B'),
        /** To the worker: the bytes are complete. */
        END('E'),
        /** From the worker: it has started and takes tasks. */
        READY('R'),
        /** From the worker: it needs the bytes of this SHA-256. */
        NEED('N'),
        /** From the worker: bytes that it made follow, as a {@link ByteRef}, then {@link #BYTES} and {@link #END}. */
        MADE('F'),
        /** From the worker: how far it has come, as a {@link Progress}. */
        PROGRESS('G'),
        /** From the worker: an {@link Answer}. */
        ANSWER('A'),
        /** From the worker: a {@link PageAnswer}. */
        SHOWN('S'),
        /** From the worker: a {@link SheetsAnswer}. */
        DRAWN('V'),
        /** From the worker: a {@link DataAnswer}. */
        TOLD('O'),
        /** From the worker: a {@link ProposalAnswer}. */
        PROPOSED('W');

        private final char letter;

        Kind(char letter) {
            this.letter = letter;
        }

        private static Kind of(int letter) throws IOException {
            for (Kind kind : values()) {
                if (kind.letter == letter) {
                    return kind;
                }
            }
            throw new IOException("No frame starts with byte " + letter);
        }
    }

    /** One frame as it was received. */
    public record Frame(Kind kind, byte[] body) {
        public Task task() throws IOException {
            return read(Task.class);
        }

        public PageTask pageTask() throws IOException {
            return read(PageTask.class);
        }

        public PageAnswer pageAnswer() throws IOException {
            return read(PageAnswer.class);
        }

        public SheetsTask sheetsTask() throws IOException {
            return read(SheetsTask.class);
        }

        public SheetsAnswer sheetsAnswer() throws IOException {
            return read(SheetsAnswer.class);
        }

        public DataTask dataTask() throws IOException {
            return read(DataTask.class);
        }

        public DataAnswer dataAnswer() throws IOException {
            return read(DataAnswer.class);
        }

        public ProposalTask proposalTask() throws IOException {
            return read(ProposalTask.class);
        }

        public ProposalAnswer proposalAnswer() throws IOException {
            return read(ProposalAnswer.class);
        }

        public Answer answer() throws IOException {
            return read(Answer.class);
        }

        public Progress progress() throws IOException {
            return read(Progress.class);
        }

        public ByteRef made() throws IOException {
            return read(ByteRef.class);
        }

        private <T> T read(Class<T> type) throws IOException {
            try {
                return JSON.readValue(body, type);
            } catch (JacksonException e) {
                throw new IOException("A frame is no " + type.getSimpleName(), e);
            }
        }

        public String text() {
            return new String(body, StandardCharsets.UTF_8);
        }
    }

    private final DataInputStream in;
    private final DataOutputStream out;

    public Frames(InputStream in, OutputStream out) {
        this.in = new DataInputStream(new BufferedInputStream(in, 64 * 1024));
        this.out = new DataOutputStream(new BufferedOutputStream(out, 64 * 1024));
    }

    public void send(Task task) throws IOException {
        send(Kind.TASK, JSON.writeValueAsBytes(task));
    }

    public void send(Answer answer) throws IOException {
        send(Kind.ANSWER, JSON.writeValueAsBytes(answer));
    }

    public void send(PageTask task) throws IOException {
        send(Kind.PAGE, JSON.writeValueAsBytes(task));
    }

    public void send(PageAnswer answer) throws IOException {
        send(Kind.SHOWN, JSON.writeValueAsBytes(answer));
    }

    public void send(SheetsTask task) throws IOException {
        send(Kind.SHEETS, JSON.writeValueAsBytes(task));
    }

    public void send(SheetsAnswer answer) throws IOException {
        send(Kind.DRAWN, JSON.writeValueAsBytes(answer));
    }

    public void send(DataTask task) throws IOException {
        send(Kind.DATA, JSON.writeValueAsBytes(task));
    }

    public void send(DataAnswer answer) throws IOException {
        send(Kind.TOLD, JSON.writeValueAsBytes(answer));
    }

    public void send(ProposalTask task) throws IOException {
        send(Kind.PROPOSE, JSON.writeValueAsBytes(task));
    }

    public void send(ProposalAnswer answer) throws IOException {
        send(Kind.PROPOSED, JSON.writeValueAsBytes(answer));
    }

    public void send(Progress progress) throws IOException {
        send(Kind.PROGRESS, JSON.writeValueAsBytes(progress));
    }

    public void ready() throws IOException {
        send(Kind.READY, new byte[0]);
    }

    public void need(String sha256) throws IOException {
        send(Kind.NEED, sha256.getBytes(StandardCharsets.UTF_8));
    }

    /** Sends all bytes of the stream in pieces, and their end. */
    public void sendBytes(InputStream bytes) throws IOException {
        byte[] piece = new byte[64 * 1024];
        for (int read = bytes.read(piece); read >= 0; read = bytes.read(piece)) {
            write(Kind.BYTES, piece, read);
        }
        send(Kind.END, new byte[0]);
    }

    /** Sends what was made, with all its bytes. */
    public void sendMade(ByteRef ref, InputStream bytes) throws IOException {
        send(Kind.MADE, JSON.writeValueAsBytes(ref));
        sendBytes(bytes);
    }

    /** The next frame, or empty when the other side has closed its end. */
    public Optional<Frame> receive() throws IOException {
        int letter = in.read();
        if (letter < 0) {
            return Optional.empty();
        }
        Kind kind = Kind.of(letter);
        int length = in.readInt();
        if (length < 0 || length > MAX_BODY) {
            throw new IOException("A frame of " + length + " bytes is too long");
        }
        byte[] body = in.readNBytes(length);
        if (body.length < length) {
            throw new EOFException("A frame was cut off");
        }
        return Optional.of(new Frame(kind, body));
    }

    private void send(Kind kind, byte[] body) throws IOException {
        write(kind, body, body.length);
        out.flush();
    }

    private void write(Kind kind, byte[] body, int length) throws IOException {
        out.writeByte(kind.letter);
        out.writeInt(length);
        out.write(body, 0, length);
    }
}
