package lectomen.service.effect.answer;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.Effect;
import lectomen.service.effect.SubmitterEffect;
import lectomen.service.effect.SubmitterFolder;
import tools.jackson.databind.json.JsonMapper;

/** Puts a reply into a folder of the document's submitter. */
public final class AnswerEffect extends SubmitterEffect {
    static final String CODE = "answer";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    public AnswerEffect(FolderDestinations folders) {
        super(CODE, folders);
    }

    @Override
    protected Delivery delivery(Effect effect) {
        AnswerRequest request = JSON.readValue(effect.request(), AnswerRequest.class);
        byte[] content = request.content().getBytes(StandardCharsets.UTF_8);
        return new Delivery(
                new SubmitterFolder(request.hotFolder(), request.folder()),
                List.of(),
                request.name(),
                ByteStore.refOf(content),
                sha256 -> new ByteArrayInputStream(content),
                "");
    }
}
