package lectomen.service.effect.giveback;

import lectomen.engine.reason.Reason;
import lectomen.service.bytes.ByteStore;
import lectomen.service.destination.folder.FolderDestinations;
import lectomen.service.effect.Effect;
import lectomen.service.effect.EffectResult;
import lectomen.service.effect.SubmitterEffect;
import lectomen.service.effect.SubmitterFolder;
import lectomen.service.job.JobState;

/** Puts a file into a folder of its submitter, with a text beside it that says why. */
public final class GiveBackEffect extends SubmitterEffect {
    static final String CODE = "give back";

    private final ByteStore bytes;

    public GiveBackEffect(ByteStore bytes, FolderDestinations folders) {
        super(CODE, folders);
        this.bytes = bytes;
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        return bytes.has(effect.bytes().sha256())
                ? super.act(effect, attempt)
                : new EffectResult.Failed(Reason.of("bytes.missing"), JobState.FAILED);
    }

    @Override
    public String title() {
        return "Return to sender";
    }

    @Override
    protected Delivery delivery(Effect effect) {
        GiveBackRequest request = effect.request().as(GiveBackRequest.class);
        return new Delivery(
                new SubmitterFolder(request.hotFolder(), request.failedFolder()),
                request.subfolders(),
                request.name(),
                effect.bytes(),
                bytes::open,
                request.explanation());
    }
}
