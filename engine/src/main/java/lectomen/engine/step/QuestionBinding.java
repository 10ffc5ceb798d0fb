package lectomen.engine.step;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import lectomen.engine.approval.Stage;
import lectomen.engine.extract.FieldValue;

/** The hash of what people's answer is about: the document, the output that is shown, the fields, and the rest of the plan. */
final class QuestionBinding {
    private QuestionBinding() {}

    /** The rule's version stands for the rest of the plan. */
    static String of(StepContext context, List<FieldDoubt> doubts, List<Stage> stages, StepOutput shown) {
        List<String> parts = new ArrayList<>();
        parts.add(context.rule().id() + " " + context.rule().version());
        parts.add(context.worker().original().sha256());
        parts.add(shown.sha256());
        context.fields().stream().map(QuestionBinding::field).sorted().forEach(parts::add);
        doubts.forEach(doubt -> parts.add(doubt.field() + " " + doubt.reason().code()));
        stages.forEach(stage -> parts.add(stage.toString()));
        return hash(String.join("\n", parts));
    }

    private static String field(FieldValue field) {
        return field.name() + "=" + Objects.requireNonNull(field.value());
    }

    private static String hash(String text) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("This Java has no SHA-256", e);
        }
    }
}
