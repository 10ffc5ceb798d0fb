package lectomen.engine.office;

import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowObject;

/** Makes objects from the bytes of pictures; a picture that can't be drawn is listed, and its place left empty. */
public final class PictureObjects {
    private static final double POINTS_PER_DOT = 0.75;

    private PictureObjects() {}

    /** @param width as it is shown; 0 for its own at 96 dots an inch, as is the height */
    public static FlowObject of(
            byte[] bytes,
            double width,
            double height,
            FlowObject.Crop crop,
            double degrees,
            String alternative,
            ContentInventory inventory) {
        PictureBytes.Looked looked = PictureBytes.look(bytes);
        double wide = width > 0 || looked.size().isEmpty()
                ? width
                : looked.size().get().width() * POINTS_PER_DOT;
        double high = height > 0 || looked.size().isEmpty()
                ? height
                : looked.size().get().height() * POINTS_PER_DOT;
        if (looked.trouble().isPresent()) {
            ContentInventory.Why why =
                    switch (looked.trouble().get()) {
                        case KIND -> ContentInventory.Why.NOT_DRAWN;
                        case BROKEN, TOO_LARGE -> ContentInventory.Why.BROKEN;
                    };
            inventory.leaveOut(ContentInventory.Kind.PICTURE, why, looked.kind());
            return new FlowObject.Gap(wide, high, alternative);
        }
        return new FlowObject.Picture(bytes, wide, high, crop, degrees, alternative);
    }
}
