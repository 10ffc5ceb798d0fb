package lectomen.engine.office.rtf;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import lectomen.engine.flow.Aside;
import lectomen.engine.flow.Block;
import lectomen.engine.flow.Placement;
import lectomen.engine.office.PlacementWords;

/** The position of a framed paragraph or a floating table, as far as it is given. */
final class RtfPlace {
    /** What is said by each of the words that say one thing: of what, and as other formats say it. */
    private static final Map<String, List<String>> WORDS = Map.ofEntries(
            Map.entry("phpg", List.of("from", "page")),
            Map.entry("phmrg", List.of("from", "margin")),
            Map.entry("phcol", List.of("from", "column")),
            Map.entry("posxl", List.of("side", "left")),
            Map.entry("posxi", List.of("side", "inside")),
            Map.entry("posxc", List.of("side", "center")),
            Map.entry("posxr", List.of("side", "right")),
            Map.entry("posxo", List.of("side", "outside")),
            Map.entry("pvpg", List.of("origin", "page")),
            Map.entry("pvmrg", List.of("origin", "margin")),
            Map.entry("pvpara", List.of("origin", "paragraph")),
            Map.entry("posyt", List.of("level", "top")),
            Map.entry("posyc", List.of("level", "center")),
            Map.entry("posyb", List.of("level", "bottom")),
            Map.entry("dropcapli", List.of("letters", "large")));

    private final Map<String, String> said;
    private final Map<String, Double> points;
    private boolean alone;

    RtfPlace() {
        this(Map.of(), Map.of(), false);
    }

    private RtfPlace(Map<String, String> said, Map<String, Double> points, boolean alone) {
        this.said = new HashMap<>(said);
        this.points = new HashMap<>(points);
        this.alone = alone;
    }

    RtfPlace copy() {
        return new RtfPlace(said, points, alone);
    }

    /** Those of a table begin with a letter of their own. */
    boolean tableWord(String word, OptionalInt number) {
        return word.startsWith("t") && word(word.substring(1), number);
    }

    /** Whether the word says something of the place, which is then noted. */
    boolean word(String word, OptionalInt number) {
        double amount = number.orElse(0) / 20.0;
        List<String> one = WORDS.get(word);
        if (one != null) {
            said.put(one.get(0), one.get(1));
            return true;
        }
        switch (word) {
            case "posx", "posnegx" -> measured("side", "offset", "left", amount);
            case "posy", "posnegy" -> measured("level", "offset", "top", amount);
            case "absw" -> measured("size", "width", "width", amount);
            case "absh" -> measured("size", "height", "height", Math.abs(amount));
            case "dxfrtext", "dfrmtxtx" -> {
                points.put("space left", amount);
                points.put("space right", amount);
            }
            case "dfrmtxty" -> {
                points.put("space top", amount);
                points.put("space bottom", amount);
            }
            case "dfrmtxtLeft" -> points.put("space left", amount);
            case "dfrmtxtRight" -> points.put("space right", amount);
            case "dfrmtxtTop" -> points.put("space top", amount);
            case "dfrmtxtBottom" -> points.put("space bottom", amount);
            case "nowrap" -> alone = true;
            default -> {
                return false;
            }
        }
        return true;
    }

    private void measured(String of, String how, String measure, double amount) {
        said.put(of, how);
        points.put(measure, amount);
    }

    /** Whether anything was said that makes a frame; how far text would keep away from one makes none. */
    boolean isSaid() {
        return !said.isEmpty();
    }

    Aside aside(Block block) {
        Placement placement = new Placement(
                new Placement.Across(
                        PlacementWords.across(said.getOrDefault("from", "")),
                        PlacementWords.side(said.getOrDefault("side", "")),
                        amount("left")),
                new Placement.Down(
                        PlacementWords.down(said.getOrDefault("origin", "")),
                        PlacementWords.level(said.getOrDefault("level", "")),
                        amount("top")),
                alone ? Placement.Wrap.ABOVE_AND_BELOW : Placement.Wrap.BESIDE,
                new Placement.Around(
                        amount("space top"), amount("space right"), amount("space bottom"), amount("space left")),
                false);
        double width = amount("width");
        return new Aside(
                List.of(block),
                placement,
                width > 0 ? OptionalDouble.of(width) : OptionalDouble.empty(),
                amount("height"));
    }

    private double amount(String of) {
        return points.getOrDefault(of, 0.0);
    }
}
