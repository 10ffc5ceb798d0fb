package lectomen.service.effect.answer;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.Effect;
import lectomen.service.effect.SubmitterEffect;
import lectomen.service.effect.SubmitterFolder;

/** Puts a reply into a folder of the document's submitter. */
public final class AnswerEffect extends SubmitterEffect {
    static final String CODE = "answer";

    public AnswerEffect(FolderDestinations folders) {
        super(CODE, folders);
    }

    @Override
    public String title() {
        return "Answer";
    }

    @Override
    protected Delivery delivery(Effect effect) {
        AnswerRequest request = effect.request().as(AnswerRequest.class);
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
