package lectomen.engine.office;

import lectomen.engine.flow.Inventory;
import lectomen.engine.flow.Thing;

/** Makes things of pictures' bytes; one that can't be drawn is listed, and its place kept. */
public final class PictureThings {
    private static final double POINTS_PER_DOT = 0.75;

    private PictureThings() {}

    /** @param width as it is shown; 0 for its own at 96 dots an inch, as is the height */
    public static Thing of(
            byte[] bytes,
            double width,
            double height,
            Thing.Crop crop,
            double degrees,
            String alternative,
            Inventory inventory) {
        PictureBytes.Looked looked = PictureBytes.look(bytes);
        double wide = width > 0 || looked.size().isEmpty()
                ? width
                : looked.size().get().width() * POINTS_PER_DOT;
        double high = height > 0 || looked.size().isEmpty()
                ? height
                : looked.size().get().height() * POINTS_PER_DOT;
        if (looked.trouble().isPresent()) {
            Inventory.Why why =
                    switch (looked.trouble().get()) {
                        case KIND -> Inventory.Why.NOT_DRAWN;
                        case BROKEN, TOO_LARGE -> Inventory.Why.BROKEN;
                    };
            inventory.leaveOut(Inventory.Kind.PICTURE, why, looked.kind());
            return new Thing.Gap(wide, high, alternative);
        }
        return new Thing.Picture(bytes, wide, high, crop, degrees, alternative);
    }
}
