package lectomen.service.effect.giveback;

import java.io.IOException;
import java.nio.file.Path;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.folder.FolderDestination;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectKind;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.SubmitterFolder;
import lectomen.service.job.JobState;
import tools.jackson.databind.json.JsonMapper;

/** Puts a file into a folder of its submitter, with a text beside it that says why. */
public final class GiveBackEffect implements EffectKind {
    static final String CODE = "give back";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final ByteStore bytes;
    private final FolderDestinations folders;

    public GiveBackEffect(ByteStore bytes, FolderDestinations folders) {
        this.bytes = bytes;
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
        if (!bytes.has(effect.bytes().sha256())) {
            return new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
        }
        GiveBackRequest request = request(effect);
        FilingOrder order = order(effect, request);
        FolderDestination folder = folder(effect, request);
        PlaceResult result = folder.place(order, bytes::open, attempt::begins);
        if (!(result instanceof PlaceResult.Placed placed)) {
            return EffectResult.findProblem(effect, order, result).orElseThrow();
        }
        try {
            if (!request.explanation().isEmpty()) {
                folder.explain(placed.place(), request.explanation());
            }
        } catch (IOException e) {
            return new EffectResult.NotNow(Reason.of(
                    "destination.trouble", "connection", effect.connection(), "problem", ProblemWords.ofDisk(e)));
        }
        return new EffectResult.Done(
                placed.place(),
                order.bytes(),
                placed.answer(),
                placed.older(),
                false,
                EffectResult.Also.NOTHING,
                () -> folder.clear(order));
    }

    @Override
    public void clear(Effect effect) {
        GiveBackRequest request = request(effect);
        folder(effect, request).clear(order(effect, request));
    }

    @Override
    public String shown(String connection, String place) {
        return Path.of(connection).resolve(place).toString();
    }

    private static GiveBackRequest request(Effect effect) {
        return JSON.readValue(effect.request(), GiveBackRequest.class);
    }

    private static SubmitterFolder submitterFolder(GiveBackRequest request) {
        return new SubmitterFolder(request.hotFolder(), request.failedFolder());
    }

    private FolderDestination folder(Effect effect, GiveBackRequest request) {
        return folders.at(effect.connection(), submitterFolder(request).root());
    }

    private static FilingOrder order(Effect effect, GiveBackRequest request) {
        return submitterFolder(request).order(effect, request.subfolders(), request.name(), effect.bytes());
    }
}
