package lectomen.engine.office.rtf;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.office.ListCounters;

/**
 * The lists of a file. A table of lists says how each level of a list numbers its items; a second one gives the number by which
 * paragraphs name a list, and may let levels begin elsewhere or be others.
 */
final class RtfLists {
    private static final Set<String> GROUPS = Set.of("list", "listlevel", "listoverride", "lfolevel");
    private static final int MOST_LEVELS = 9;

    /**
     * @param label the formatting of the label
     * @param paragraph the properties of an item of the level
     */
    record Level(
            ListCounters.Level counts,
            Formatting label,
            int font,
            Formatting paragraph,
            Paragraph.After after,
            boolean toTheRight) {}

    /** @param counter lists with the same count on together */
    record Item(String text, Level level, String counter) {}

    private record Named(String counter, List<Level> levels) {}

    private final Map<Integer, List<Level>> lists = new HashMap<>();
    private final Map<Integer, Named> named = new HashMap<>();
    private final ListCounters counters = new ListCounters();

    private List<Level> levels = new ArrayList<>();
    private Map<Integer, Level> others = new HashMap<>();
    private Map<Integer, Integer> starts = new HashMap<>();
    private boolean inList;
    private boolean inLevel;
    private int id;
    private int number;
    private int otherLevel;

    private String pattern = "";
    private Numeral numeral = Numeral.DECIMAL;
    private Paragraph.After after = Paragraph.After.TAB;
    private int start;
    private int restartAfter;
    private boolean allDecimal;
    private boolean toTheRight;

    /** Whether the word opens a group of these tables, which has then begun. */
    boolean opens(String word) {
        if (!GROUPS.contains(word)) {
            return false;
        }
        switch (word) {
            case "list" -> {
                inList = true;
                levels = new ArrayList<>();
                id = 0;
            }
            case "listlevel" -> {
                inLevel = true;
                pattern = "";
                numeral = Numeral.DECIMAL;
                after = Paragraph.After.TAB;
                start = 1;
                restartAfter = -1;
                allDecimal = false;
                toTheRight = false;
            }
            case "listoverride" -> {
                others = new HashMap<>();
                starts = new HashMap<>();
                id = 0;
                number = 0;
                otherLevel = -1;
            }
            default -> otherLevel++;
        }
        return true;
    }

    void close(String group, RtfState state) {
        switch (group) {
            case "list" -> {
                inList = false;
                lists.put(id, List.copyOf(levels));
            }
            case "listlevel" -> {
                inLevel = false;
                endLevel(state);
            }
            case "listoverride" -> endNamed();
            default -> {}
        }
    }

    private void endLevel(RtfState state) {
        Level level = new Level(
                new ListCounters.Level(numeral, pattern, start, restartAfter, allDecimal),
                state.text,
                state.font,
                state.paragraph,
                after,
                toTheRight);
        if (!inList) {
            others.put(otherLevel, level);
        } else if (levels.size() < MOST_LEVELS) {
            levels.add(level);
        }
    }

    private void endNamed() {
        List<Level> own = new ArrayList<>(lists.getOrDefault(id, List.of()));
        others.forEach((at, level) -> {
            if (at < own.size()) {
                own.set(at, level);
            }
        });
        boolean isOwn = !others.isEmpty() || !starts.isEmpty();
        String counter = isOwn ? "own " + number : "list " + id;
        starts.forEach((at, first) -> counters.set(counter, at, first));
        named.put(number, new Named(counter, own));
    }

    /** Whether the word says something of a list or a level, which is then noted. */
    boolean word(String word, OptionalInt value) {
        int amount = value.orElse(0);
        switch (word) {
            case "listid" -> id = amount;
            case "ls" -> number = amount;
            case "levelnfc", "levelnfcn" -> numeral = numeral(amount);
            case "levelstartat" -> {
                if (inLevel) {
                    start = amount;
                } else if (otherLevel >= 0 && otherLevel < MOST_LEVELS) {
                    starts.put(otherLevel, amount);
                }
            }
            case "levelfollow" ->
                after = amount == 1
                        ? Paragraph.After.BLANK
                        : amount == 2 ? Paragraph.After.NOTHING : Paragraph.After.TAB;
            case "leveljc", "leveljcn" -> toTheRight = amount == 2;
            case "levellegal" -> allDecimal = value.orElse(1) != 0;
            case "levelnorestart" -> restartAfter = value.orElse(1) != 0 ? 0 : -1;
            default -> {
                return false;
            }
        }
        return true;
    }

    /** The first character of a level's text is its length; those of the codes 0 to 8 stand for the numbers of levels. */
    void levelText(String text) {
        StringBuilder out = new StringBuilder();
        int end = text.isEmpty() ? 0 : Math.min(text.length(), 1 + text.charAt(0));
        for (int i = 1; i < end; i++) {
            char sign = text.charAt(i);
            if (sign < MOST_LEVELS) {
                out.append('%').append((char) ('1' + sign));
            } else {
                out.append(sign);
            }
        }
        pattern = out.toString();
    }

    private static Numeral numeral(int code) {
        return switch (code) {
            case 1 -> Numeral.ROMAN;
            case 2 -> Numeral.ROMAN_SMALL;
            case 3 -> Numeral.LETTER;
            case 4 -> Numeral.LETTER_SMALL;
            case 5 -> Numeral.ORDINAL;
            case 22 -> Numeral.TWO_DIGITS;
            case 23 -> Numeral.BULLET;
            case 255 -> Numeral.NONE;
            default -> Numeral.DECIMAL;
        };
    }

    /** The next item of a list; none where the file tells of no such list or level. */
    Optional<Item> next(int list, int level) {
        Named found = named.get(list);
        if (found == null || level < 0 || level >= found.levels().size()) {
            return Optional.empty();
        }
        String text = counters.next(
                found.counter(),
                level,
                found.levels().stream().map(Level::counts).toList());
        return Optional.of(new Item(text, found.levels().get(level), found.counter()));
    }
}
