package lectomen.engine.office;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import lectomen.engine.flow.Numeral;

/** Counts list items: each list has a counter per level, and an item restarts the deeper levels. */
public final class ListCounters {
    private static final int LEVELS = 10;

    /**
     * How a level numbers its items.
     *
     * @param pattern its text, with %1 to %9 in the place of the numbers of the first level to the ninth
     * @param restartAfter the level from 1 whose items start this one again; -1 for all higher ones, 0 for none
     */
    public record Level(Numeral numeral, String pattern, int start, int restartAfter, boolean allDecimal) {}

    private final Map<String, int[]> counts = new HashMap<>();

    /** The label of the list's next item. */
    public String next(String list, int level, List<Level> levels) {
        int[] count = counts.computeIfAbsent(list, key -> {
            int[] fresh = new int[LEVELS];
            Arrays.fill(fresh, Integer.MIN_VALUE);
            return fresh;
        });
        for (int above = 0; above < level && above < levels.size(); above++) {
            if (count[above] == Integer.MIN_VALUE) {
                count[above] = levels.get(above).start();
            }
        }
        count[level] = count[level] == Integer.MIN_VALUE ? levels.get(level).start() : count[level] + 1;
        for (int below = level + 1; below < LEVELS; below++) {
            int restart = below < levels.size() ? levels.get(below).restartAfter() : -1;
            if (restart == -1 || restart > level) {
                count[below] = Integer.MIN_VALUE;
            }
        }
        return label(levels, level, count);
    }

    /** Lets a list go on at another number. */
    public void set(String list, int level, int next) {
        int[] count = counts.computeIfAbsent(list, key -> {
            int[] fresh = new int[LEVELS];
            Arrays.fill(fresh, Integer.MIN_VALUE);
            return fresh;
        });
        count[level] = next - 1;
    }

    private static String label(List<Level> levels, int level, int[] count) {
        Level own = levels.get(level);
        if (own.numeral() == Numeral.NONE && own.pattern().indexOf('%') < 0) {
            return own.pattern();
        }
        StringBuilder out = new StringBuilder();
        String pattern = own.pattern();
        for (int i = 0; i < pattern.length(); i++) {
            char sign = pattern.charAt(i);
            boolean slot = sign == '%' && i + 1 < pattern.length() && Character.isDigit(pattern.charAt(i + 1));
            if (!slot) {
                out.append(sign);
                continue;
            }
            int at = pattern.charAt(++i) - '1';
            if (at >= 0 && at <= level && at < levels.size()) {
                Numeral numeral =
                        own.allDecimal() ? Numeral.DECIMAL : levels.get(at).numeral();
                out.append(numeral.of(count[at]));
            }
        }
        return out.toString();
    }
}
