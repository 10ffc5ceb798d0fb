package lectomen.engine.typeset;

import java.util.Optional;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.font.Face;
import lectomen.engine.font.FontFile;

/** Formatting with every property resolved: the font that is used, and how. Letters of one type can be drawn together. */
final class ResolvedFormatting {
    /** Of the text's size, for letters above or below their line. */
    private static final double SMALL = 0.65;

    private static final double ABOVE = 0.35;
    private static final double BELOW = 0.15;
    private static final double SMALL_CAPITAL = 0.8;

    private final Formatting look;
    private final Face face;
    private final FontFile file;
    private final double size;
    private final double raised;

    private ResolvedFormatting(Formatting look, Face face, FontFile file, double size, double raised) {
        this.look = look;
        this.face = face;
        this.file = file;
        this.size = size;
        this.raised = raised;
    }

    static ResolvedFormatting of(Formatting look, Face face) {
        double whole = look.get(FormatProperty.SIZE);
        return switch (look.get(FormatProperty.SCRIPT)) {
            case LINE -> new ResolvedFormatting(look, face, face.main(), whole, look.get(FormatProperty.RAISED));
            case ABOVE -> new ResolvedFormatting(look, face, face.main(), whole * SMALL, whole * ABOVE);
            case BELOW -> new ResolvedFormatting(look, face, face.main(), whole * SMALL, -whole * BELOW);
        };
    }

    /** The same with another file, for characters that the font's main one lacks. */
    ResolvedFormatting in(FontFile other) {
        return other == file ? this : new ResolvedFormatting(look, face, other, size, raised);
    }

    /** The same for capitals that stand for small letters. */
    ResolvedFormatting asSmallCapitals() {
        return new ResolvedFormatting(look, face, file, size * SMALL_CAPITAL, raised);
    }

    Face face() {
        return face;
    }

    FontFile file() {
        return file;
    }

    Formatting look() {
        return look;
    }

    double size() {
        return size;
    }

    double raised() {
        return raised;
    }

    /** Letters above or below the line do not make it higher; those that are raised do. */
    double ascent() {
        boolean script = look.get(FormatProperty.SCRIPT) != FormatProperty.Script.LINE;
        return script
                ? face.main().ascent() * look.get(FormatProperty.SIZE)
                : face.main().ascent() * look.get(FormatProperty.SIZE) + Math.max(0, raised);
    }

    double descent() {
        boolean script = look.get(FormatProperty.SCRIPT) != FormatProperty.Script.LINE;
        return script
                ? face.main().descent() * look.get(FormatProperty.SIZE)
                : face.main().descent() * look.get(FormatProperty.SIZE) + Math.max(0, -raised);
    }

    double gap() {
        return face.main().gap() * look.get(FormatProperty.SIZE);
    }

    int colour() {
        return look.get(FormatProperty.COLOUR).orElse(0);
    }

    /** Behind the letters; empty for none. */
    Optional<Integer> findMarker() {
        var marker = look.get(FormatProperty.MARKER);
        return marker.isPresent() ? Optional.of(marker.getAsInt()) : Optional.empty();
    }

    double spacing() {
        return look.get(FormatProperty.SPACING);
    }

    double stretch() {
        return look.get(FormatProperty.STRETCH);
    }

    /** How wide letters of it are. */
    double width(String text) {
        double width = 0;
        int signs = 0;
        for (int i = 0; i < text.length(); ) {
            int sign = text.codePointAt(i);
            width += Math.max(0, widthOf(sign));
            signs++;
            i += Character.charCount(sign);
        }
        return width * size * stretch() + signs * spacing();
    }

    /** A character that no font has is drawn as the font's own box for it. */
    private double widthOf(int sign) {
        double width = file.width(sign);
        return width >= 0 ? width : Math.max(0, file.width('?'));
    }

    boolean sameAs(ResolvedFormatting other) {
        return this == other
                || (file == other.file && size == other.size && raised == other.raised && look.equals(other.look));
    }
}
