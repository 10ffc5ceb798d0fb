package lectomen.engine.office.rtf;

import java.io.ByteArrayOutputStream;
import java.util.OptionalInt;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.office.PictureObjects;

/** A picture being read, whose bytes are written as hexadecimal digits. */
final class RtfPicture {
    private ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private int half = -1;
    private double width;
    private double height;
    private double scaleAcross;
    private double scaleDown;
    private double[] cut = new double[4];

    void begin() {
        bytes = new ByteArrayOutputStream();
        half = -1;
        width = 0;
        height = 0;
        scaleAcross = 1;
        scaleDown = 1;
        cut = new double[4];
    }

    void word(String word, OptionalInt number) {
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "picwgoal" -> width = points;
            case "pichgoal" -> height = points;
            case "picscalex" -> scaleAcross = Math.max(1, number.orElse(100)) / 100.0;
            case "picscaley" -> scaleDown = Math.max(1, number.orElse(100)) / 100.0;
            case "piccropt" -> cut[0] = points;
            case "piccropr" -> cut[1] = points;
            case "piccropb" -> cut[2] = points;
            case "piccropl" -> cut[3] = points;
            default -> {}
        }
    }

    void hex(int sign) {
        int digit = Character.digit(sign, 16);
        if (digit < 0) {
            return;
        }
        if (half < 0) {
            half = digit;
        } else {
            bytes.write(half * 16 + digit);
            half = -1;
        }
    }

    FlowObject thing(ContentInventory inventory) {
        double wide = width * scaleAcross;
        double high = height * scaleDown;
        FlowObject.Crop crop = width > 0 && height > 0
                ? new FlowObject.Crop(
                        share(cut[3], width), share(cut[0], height), share(cut[1], width), share(cut[2], height))
                : FlowObject.Crop.NONE;
        double shownAcross = Math.max(0.01, 1 - crop.left() - crop.right());
        double shownDown = Math.max(0.01, 1 - crop.top() - crop.bottom());
        return PictureObjects.of(bytes.toByteArray(), wide * shownAcross, high * shownDown, crop, 0, "", inventory);
    }

    private static double share(double part, double whole) {
        return Math.max(0, Math.min(0.9, part / whole));
    }
}
