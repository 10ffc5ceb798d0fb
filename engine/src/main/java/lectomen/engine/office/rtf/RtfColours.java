package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** The colour table of a file; the first entry is the default colour. */
final class RtfColours {
    private final List<OptionalInt> colours = new ArrayList<>();
    private int rgb;
    private boolean given;

    void part(int shift, int value) {
        rgb = (rgb & ~(0xff << shift)) | ((value & 0xff) << shift);
        given = true;
    }

    void end() {
        colours.add(given ? OptionalInt.of(rgb) : OptionalInt.empty());
        rgb = 0;
        given = false;
    }

    OptionalInt find(int number) {
        return number >= 0 && number < colours.size() ? colours.get(number) : OptionalInt.empty();
    }
}
