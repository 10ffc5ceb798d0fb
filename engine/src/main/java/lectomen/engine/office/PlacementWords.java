package lectomen.engine.office;

import java.util.Locale;
import lectomen.engine.flow.Placement;

/** The values by which formats say what a position is relative to, and on which side. They differ little between formats. */
public final class PlacementWords {
    private PlacementWords() {}

    private static String plain(String word) {
        return word.strip().toLowerCase(Locale.ROOT).replace("-", "").replace("area", "");
    }

    public static Placement.Across.From across(String word) {
        return switch (plain(word)) {
            case "page" -> Placement.Across.From.PAGE;
            case "margin", "pagecontent" -> Placement.Across.From.MARGIN;
            case "leftmargin", "insidemargin", "innermargin", "pagestartmargin" -> Placement.Across.From.LEFT_MARGIN;
            case "rightmargin", "outsidemargin", "outermargin", "pageendmargin" -> Placement.Across.From.RIGHT_MARGIN;
            case "character", "char" -> Placement.Across.From.LETTER;
            default -> Placement.Across.From.COLUMN;
        };
    }

    public static Placement.Across.Side side(String word) {
        return switch (plain(word)) {
            case "left", "inside" -> Placement.Across.Side.LEFT;
            case "center" -> Placement.Across.Side.CENTRE;
            case "right", "outside" -> Placement.Across.Side.RIGHT;
            default -> Placement.Across.Side.OFFSET;
        };
    }

    public static Placement.Down.Origin down(String word) {
        return switch (plain(word)) {
            case "page" -> Placement.Down.Origin.PAGE;
            case "margin", "pagecontent" -> Placement.Down.Origin.MARGIN;
            case "topmargin" -> Placement.Down.Origin.TOP_MARGIN;
            case "bottommargin" -> Placement.Down.Origin.BOTTOM_MARGIN;
            case "line" -> Placement.Down.Origin.LINE;
            default -> Placement.Down.Origin.PARAGRAPH;
        };
    }

    public static Placement.Down.Level level(String word) {
        return switch (plain(word)) {
            case "top", "inside" -> Placement.Down.Level.TOP;
            case "center", "middle" -> Placement.Down.Level.MIDDLE;
            case "bottom", "outside" -> Placement.Down.Level.BOTTOM;
            default -> Placement.Down.Level.OFFSET;
        };
    }
}
