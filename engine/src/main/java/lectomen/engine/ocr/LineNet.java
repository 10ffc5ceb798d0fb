package lectomen.engine.ocr;

import ai.onnxruntime.OnnxTensor;
import ai.onnxruntime.OrtEnvironment;
import ai.onnxruntime.OrtException;
import ai.onnxruntime.OrtSession;
import java.io.IOException;
import java.io.InputStream;
import java.nio.FloatBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Objects;

/**
 * The line recogniser: a small convolutional network that gives, for each four columns of a line 32 pixels high, the
 * probability of each character of the alphabet, or of none. Its weights and its alphabet lie beside this class; they were
 * trained on lines that were rendered from open fonts (see docs/recognition.md). Safe for several threads.
 */
final class LineNet {
    static final int HEIGHT = 32;
    static final int COLUMNS_PER_STEP = 4;

    private static final String INPUT = "x";

    private final OrtEnvironment environment;
    private final OrtSession session;
    private final String alphabet;

    private LineNet(OrtEnvironment environment, OrtSession session, String alphabet) {
        this.environment = environment;
        this.session = session;
        this.alphabet = alphabet;
    }

    /** Made once, when the first page is read. */
    private static final class Holder {
        static final LineNet NET = load();
    }

    static LineNet get() {
        return Holder.NET;
    }

    private static LineNet load() {
        try {
            OrtEnvironment environment = OrtEnvironment.getEnvironment();
            OrtSession.SessionOptions options = new OrtSession.SessionOptions();
            options.setIntraOpNumThreads(1);
            OrtSession session = environment.createSession(resource("lines.onnx"), options);
            return new LineNet(environment, session, new String(resource("alphabet.txt"), StandardCharsets.UTF_8));
        } catch (OrtException | IOException e) {
            throw new IllegalStateException("The recogniser can't be loaded", e);
        }
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(LineNet.class.getResourceAsStream(name), name)) {
            return in.readAllBytes();
        }
    }

    /** The class of a character; {@link StepScores#NONE} if the alphabet lacks it. */
    int kind(char sign) {
        return alphabet.indexOf(sign) + 1;
    }

    /** How many classes there are, with the one for none. */
    int classes() {
        return alphabet.length() + 1;
    }

    /** The character of a class; class 0 is none. */
    char sign(int kind) {
        return alphabet.charAt(kind - 1);
    }

    /** @param line row by row, paper 0 and ink 2 @return for each step the weight of each class, not yet made likelihoods */
    float[][] read(float[] line, int width) {
        try (OnnxTensor input =
                        OnnxTensor.createTensor(environment, FloatBuffer.wrap(line), new long[] {1, 1, HEIGHT, width});
                OrtSession.Result result = session.run(Map.of(INPUT, input))) {
            float[][][] steps = (float[][][]) result.get(0).getValue();
            float[][] own = new float[steps.length][];
            for (int i = 0; i < steps.length; i++) {
                own[i] = steps[i][0];
            }
            return own;
        } catch (OrtException e) {
            throw new IllegalStateException("The recogniser failed", e);
        }
    }
}
