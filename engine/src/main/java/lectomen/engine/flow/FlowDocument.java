package lectomen.engine.flow;

import java.util.List;

/**
 * A document whose text flows; its pages are a result of layout.
 *
 * @param sections in their order, at least one
 * @param apart what holds for all of it
 * @param inventory what was found in the file, and what of it is not in here
 */
public record FlowDocument(Properties properties, Settings apart, List<Section> sections, ContentInventory inventory) {
    public FlowDocument {
        sections = List.copyOf(sections);
    }

    /**
     * What holds for a whole document.
     *
     * @param usualTab how far apart tab stops stand where a paragraph names none
     * @param gaps what lies between two paragraphs, of the one's space after and the other's before
     * @param evenDiffers whether even pages have running heads of their own
     * @param language of text that names none, as in BCP 47; empty for unknown
     * @param background of its pages, where they have one
     */
    public record Settings(
            double usualTab, Gaps gaps, boolean evenDiffers, String language, java.util.OptionalInt background) {
        public static final Settings USUAL = new Settings(36, Gaps.ADDED, false, "", java.util.OptionalInt.empty());
    }

    /** What lies between two paragraphs. */
    public enum Gaps {
        /** The sum of the space after the one and before the other. */
        ADDED,
        /** The larger of both. */
        LARGER
    }
}
