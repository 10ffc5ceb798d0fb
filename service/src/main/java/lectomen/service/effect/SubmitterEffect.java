package lectomen.service.effect;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import lectomen.engine.reason.ProblemWords;
import lectomen.engine.reason.Reason;
import lectomen.engine.task.ByteRef;
import lectomen.service.destination.Destination;
import lectomen.service.destination.FilingOrder;
import lectomen.service.destination.PlaceResult;
import lectomen.service.destination.VerifyResult;
import lectomen.service.destination.folder.FolderDestination;
import lectomen.service.destination.folder.FolderDestinations;

/** What kinds of effects have in common that put a file into a folder of a document's submitter. No job waits for them. */
public abstract class SubmitterEffect implements EffectKind {
    private final String code;
    private final FolderDestinations folders;

    /**
     * What is put there.
     *
     * @param subfolders below the folder, outermost first
     * @param content gives the bytes
     * @param explanation the text that is put beside it; empty for none
     */
    public record Delivery(
            SubmitterFolder folder,
            List<String> subfolders,
            String name,
            ByteRef bytes,
            Destination.Bytes content,
            String explanation) {
        FilingOrder order(Effect effect) {
            return folder.order(effect, subfolders, name, bytes);
        }
    }

    protected SubmitterEffect(String code, FolderDestinations folders) {
        this.code = code;
        this.folders = folders;
    }

    protected abstract Delivery delivery(Effect effect);

    @Override
    public final String code() {
        return code;
    }

    @Override
    public final boolean canBeAsked(Effect effect) {
        return true;
    }

    @Override
    public final boolean isOfTheJob() {
        return false;
    }

    @Override
    public EffectResult act(Effect effect, Attempt attempt) {
        Delivery delivery = delivery(effect);
        FilingOrder order = delivery.order(effect);
        FolderDestination folder = folder(effect, delivery);
        return result(effect, delivery, folder, folder.place(order, delivery.content(), attempt::begins));
    }

    @Override
    public final Optional<EffectResult> ask(Effect effect) {
        Delivery delivery = delivery(effect);
        FolderDestination folder = folder(effect, delivery);
        return folder.findPlaced(delivery.order(effect), delivery.content())
                .map(found -> result(effect, delivery, folder, found));
    }

    @Override
    public final VerifyResult verify(Effect done) {
        Delivery delivery = delivery(done);
        return folder(done, delivery).verify(new FilingOrder.Own(done.place().orElseThrow(), delivery.bytes()));
    }

    private FolderDestination folder(Effect effect, Delivery delivery) {
        return folders.at(effect.connection(), delivery.folder().root());
    }

    private static EffectResult result(Effect effect, Delivery delivery, FolderDestination folder, PlaceResult result) {
        FilingOrder order = delivery.order(effect);
        if (!(result instanceof PlaceResult.Placed placed)) {
            return EffectResult.findProblem(effect, order, result).orElseThrow();
        }
        try {
            if (!delivery.explanation().isEmpty()) {
                folder.explain(placed.place(), delivery.explanation());
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
    public final void clear(Effect effect) {
        Delivery delivery = delivery(effect);
        folder(effect, delivery).clear(delivery.order(effect));
    }

    @Override
    public final String shown(String connection, String place) {
        return Path.of(connection).resolve(place).toString();
    }
}
