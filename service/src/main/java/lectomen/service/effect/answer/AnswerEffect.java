package lectomen.service.effect.answer;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.folder.FolderDestination;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.SubmitterFolder;
import tools.jackson.databind.json.JsonMapper;

/** Puts a reply into a folder of the document's submitter. */
public final class AnswerEffect implements EffectKind {
    static final String CODE = "answer";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final FolderDestinations folders;

    public AnswerEffect(FolderDestinations folders) {
        this.folders = folders;
    }

    @Override
    public String code() {
        return CODE;
    }

    @Override
    public boolean isOfTheJob() {
        return false;
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        AnswerRequest request = request(effect);
        FilingOrder order = order(effect, request);
        FolderDestination folder = folder(effect, request);
        PlaceResult result = folder.place(order, sha256 -> new ByteArrayInputStream(content(request)), attempt::begins);
        return result instanceof PlaceResult.Placed placed
                ? new EffectResult.Done(
                        placed.place(),
                        order.bytes(),
                        placed.answer(),
                        placed.older(),
                        false,
                        EffectResult.Also.NOTHING,
                        () -> folder.clear(order))
                : EffectResult.findProblem(effect, order, result).orElseThrow();
    }

    @Override
    public void clear(Effect effect) {
        AnswerRequest request = request(effect);
        folder(effect, request).clear(order(effect, request));
    }

    @Override
    public String shown(String connection, String place) {
        return Path.of(connection).resolve(place).toString();
    }

    private static AnswerRequest request(Effect effect) {
        return JSON.readValue(effect.request(), AnswerRequest.class);
    }

    private static byte[] content(AnswerRequest request) {
        return request.content().getBytes(StandardCharsets.UTF_8);
    }

    private FolderDestination folder(Effect effect, AnswerRequest request) {
        return folders.at(effect.connection(), submitterFolder(request).root());
    }

    private static SubmitterFolder submitterFolder(AnswerRequest request) {
        return new SubmitterFolder(request.hotFolder(), request.folder());
    }

    private static FilingOrder order(Effect effect, AnswerRequest request) {
        return submitterFolder(request).order(effect, List.of(), request.name(), ByteStore.refOf(content(request)));
    }
}
