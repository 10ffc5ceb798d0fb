package lectomen.engine.print.place;

import java.util.Comparator;
import java.util.List;

/**
 * How pages are placed.
 *
 * @param media of which each sheet takes one, by the pages that go on it
 * @param pagesPerSheet placed side by side in reading order
 * @param cropMarks whether each page's corners are marked beside it
 * @param reversed whether the last page comes first
 */
public record Placing(
        List<Medium> media,
        Scale scale,
        Turn turn,
        Position position,
        int pagesPerSheet,
        boolean cropMarks,
        boolean reversed) {
    public static final int MOST_PAGES_PER_SHEET = 64;

    public Placing {
        media = List.copyOf(media);
        boolean hasRoom = !media.isEmpty() && media.stream().allMatch(Medium::hasRoom);
        if (pagesPerSheet < 1 || pagesPerSheet > MOST_PAGES_PER_SHEET || !hasRoom) {
            throw new IllegalArgumentException("Nothing can be placed: " + pagesPerSheet + " on " + media);
        }
    }

    /** All on the same medium. */
    public Placing(
            Medium medium,
            Scale scale,
            Turn turn,
            Position position,
            int pagesPerSheet,
            boolean cropMarks,
            boolean reversed) {
        this(List.of(medium), scale, turn, position, pagesPerSheet, cropMarks, reversed);
    }

    /** The smallest medium that takes each of these pages at its own size; the largest where none does. */
    Medium medium(List<PageSize> pages) {
        Comparator<Medium> bySize = Comparator.comparingDouble(Medium::area);
        return media.stream()
                .filter(medium -> pages.stream().allMatch(medium::takes))
                .min(bySize)
                .orElseGet(() -> media.stream().max(bySize).orElseThrow());
    }
}
