package lectomen.engine.image;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Paper sizes of ISO 216 and ANSI/ASME Y14.1. */
public enum Paper {
    A0(841, 1189),
    A1(594, 841),
    A2(420, 594),
    A3(297, 420),
    A4(210, 297),
    A5(148, 210),
    A6(105, 148),
    LETTER(215.9, 279.4),
    LEGAL(215.9, 355.6);

    private static final double POINTS_PER_MM = 72 / 25.4;

    private final double shortMm;
    private final double longMm;

    Paper(double shortMm, double longMm) {
        this.shortMm = shortMm;
        this.longMm = longMm;
    }

    /** In points. */
    public double shortSide() {
        return shortMm * POINTS_PER_MM;
    }

    /** In points. */
    public double longSide() {
        return longMm * POINTS_PER_MM;
    }

    /** As it is written. */
    public String word() {
        return name().startsWith("A") ? name() : name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Paper> findByWord(String word) {
        return List.of(values()).stream()
                .filter(paper -> paper.name().equalsIgnoreCase(word.strip()))
                .findFirst();
    }

    public static List<String> words() {
        return List.of(values()).stream().map(Paper::word).toList();
    }
}
