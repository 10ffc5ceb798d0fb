package lectomen.service.effect.send;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import lectomen.engine.step.send.SendForm;
import lectomen.engine.step.send.Sending;
import lectomen.engine.webcall.MultipartForm;
import lectomen.service.bytes.ByteStore;
import lectomen.service.effect.Effect;
import lectomen.service.web.CallBody;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What is sent: the same bytes for the same effect each time, so that a system can know one that comes again. */
final class SendBody {
    /** JSON is made in memory. */
    static final long MOST_AS_JSON = 20_000_000;

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private SendBody() {}

    static CallBody of(Effect effect, Sending sending, ByteStore bytes) throws IOException {
        return sending.form() == SendForm.JSON ? json(effect, sending, bytes) : form(effect, sending, bytes);
    }

    private static CallBody json(Effect effect, Sending sending, ByteStore bytes) throws IOException {
        ObjectNode body = JSON.createObjectNode();
        ObjectNode fields = body.putObject("fields");
        new TreeMap<>(sending.values()).forEach(fields::put);
        if (!sending.fileName().isEmpty()) {
            try (InputStream in = bytes.open(effect.bytes().sha256())) {
                body.putObject("document")
                        .put("name", sending.fileName())
                        .put("type", sending.mediaType())
                        .put("content", Base64.getEncoder().encodeToString(in.readAllBytes()));
            }
        }
        return CallBody.ofJson(JSON.writeValueAsString(body));
    }

    private static CallBody form(Effect effect, Sending sending, ByteStore bytes) {
        Optional<MultipartForm.FileHead> file = sending.fileName().isEmpty()
                ? Optional.empty()
                : Optional.of(new MultipartForm.FileHead(sending.fileName(), sending.mediaType()));
        String boundary =
                "lectomen-" + effect.id() + "-" + effect.bytes().sha256().substring(0, 32);
        MultipartForm form = MultipartForm.of(boundary, sending.values(), file);
        long size = form.head().length
                + form.tail().length
                + (file.isPresent() ? effect.bytes().size() : 0);
        return new CallBody(form.type(), size, () -> {
            InputStream head = new ByteArrayInputStream(form.head());
            InputStream tail = new ByteArrayInputStream(form.tail());
            return file.isEmpty()
                    ? new SequenceInputStream(head, tail)
                    : new SequenceInputStream(Collections.enumeration(
                            List.of(head, bytes.open(effect.bytes().sha256()), tail)));
        });
    }
}
