package lectomen.engine.office.rtf;

import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Placement;

/** Where the frame of a paragraph stands, or a table that floats, as far as it is said. */
final class RtfPlace {
    private boolean said;
    private Placement.Across.From across = Placement.Across.From.COLUMN;
    private Placement.Across.Side side = Placement.Across.Side.OFFSET;
    private double left;
    private Placement.Down.Origin down = Placement.Down.Origin.PARAGRAPH;
    private Placement.Down.Level level = Placement.Down.Level.OFFSET;
    private double top;
    private boolean beside = true;
    private double spaceTop;
    private double spaceRight;
    private double spaceBottom;
    private double spaceLeft;
    private OptionalDouble width = OptionalDouble.empty();
    private double least;

    /** Those of a table begin with a letter of their own. */
    boolean tableWord(String word, OptionalInt number) {
        return word.startsWith("t") && word(word.substring(1), number);
    }

    /** Whether the word says something of the place, which is then noted. */
    boolean word(String word, OptionalInt number) {
        double points = number.orElse(0) / 20.0;
        switch (word) {
            case "phpg" -> across = Placement.Across.From.PAGE;
            case "phmrg" -> across = Placement.Across.From.MARGIN;
            case "phcol" -> across = Placement.Across.From.COLUMN;
            case "posx", "posnegx" -> {
                side = Placement.Across.Side.OFFSET;
                left = points;
            }
            case "posxl", "posxi" -> side = Placement.Across.Side.LEFT;
            case "posxc" -> side = Placement.Across.Side.CENTRE;
            case "posxr", "posxo" -> side = Placement.Across.Side.RIGHT;
            case "pvpg" -> down = Placement.Down.Origin.PAGE;
            case "pvmrg" -> down = Placement.Down.Origin.MARGIN;
            case "pvpara" -> down = Placement.Down.Origin.PARAGRAPH;
            case "posy", "posnegy" -> {
                level = Placement.Down.Level.OFFSET;
                top = points;
            }
            case "posyt" -> level = Placement.Down.Level.TOP;
            case "posyc" -> level = Placement.Down.Level.MIDDLE;
            case "posyb" -> level = Placement.Down.Level.BOTTOM;
            case "absw" -> width = points > 0 ? OptionalDouble.of(points) : OptionalDouble.empty();
            case "absh" -> least = Math.abs(points);
            case "dropcapli" -> {}
            default -> {
                return spaceWord(word, points);
            }
        }
        said = true;
        return true;
    }

    private boolean spaceWord(String word, double points) {
        switch (word) {
            case "dxfrtext", "dfrmtxtx" -> {
                spaceLeft = points;
                spaceRight = points;
            }
            case "dfrmtxty" -> {
                spaceTop = points;
                spaceBottom = points;
            }
            case "dfrmtxtLeft" -> spaceLeft = points;
            case "dfrmtxtRight" -> spaceRight = points;
            case "dfrmtxtTop" -> spaceTop = points;
            case "dfrmtxtBottom" -> spaceBottom = points;
            case "nowrap" -> beside = false;
            default -> {
                return false;
            }
        }
        return true;
    }

    /** Whether anything was said that makes a frame. */
    boolean isSaid() {
        return said;
    }

    Aside aside(Block block) {
        Placement placement = new Placement(
                new Placement.Across(across, side, left),
                new Placement.Down(down, level, top),
                beside ? Placement.Wrap.BESIDE : Placement.Wrap.ABOVE_AND_BELOW,
                new Placement.Around(spaceTop, spaceRight, spaceBottom, spaceLeft),
                false);
        return new Aside(List.of(block), placement, width, least);
    }

    RtfPlace copy() {
        RtfPlace copy = new RtfPlace();
        copy.said = said;
        copy.across = across;
        copy.side = side;
        copy.left = left;
        copy.down = down;
        copy.level = level;
        copy.top = top;
        copy.beside = beside;
        copy.spaceTop = spaceTop;
        copy.spaceRight = spaceRight;
        copy.spaceBottom = spaceBottom;
        copy.spaceLeft = spaceLeft;
        copy.width = width;
        copy.least = least;
        return copy;
    }
}
