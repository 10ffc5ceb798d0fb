package lectomen.engine.ocr.print;

import java.util.ArrayList;
import java.util.List;

/** How far a reading is from what was printed. */
public record Errors(int wrong, int of) {
    public static final Errors NONE = new Errors(0, 0);

    public Errors plus(Errors other) {
        return new Errors(wrong + other.wrong, of + other.of);
    }

    public double percent() {
        return of == 0 ? 0 : 100.0 * wrong / of;
    }

    /** Characters to put in, leave out or change (V. Levenshtein, 1965); runs of blanks and line ends count as one blank. */
    public static Errors ofSigns(String read, String printed) {
        int[] one = folded(read).codePoints().toArray();
        int[] other = folded(printed).codePoints().toArray();
        return new Errors(distance(one, other), other.length);
    }

    public static Errors ofWords(String read, String printed) {
        List<String> known = new ArrayList<>();
        int[] one = numbers(read, known);
        int[] other = numbers(printed, known);
        return new Errors(distance(one, other), other.length);
    }

    private static String folded(String text) {
        return text.replaceAll("\\s+", " ").strip();
    }

    private static int[] numbers(String text, List<String> known) {
        return folded(text).isEmpty()
                ? new int[0]
                : List.of(folded(text).split(" ")).stream()
                        .mapToInt(word -> {
                            if (!known.contains(word)) {
                                known.add(word);
                            }
                            return known.indexOf(word);
                        })
                        .toArray();
    }

    private static int distance(int[] one, int[] other) {
        int[] row = new int[other.length + 1];
        for (int j = 0; j < row.length; j++) {
            row[j] = j;
        }
        for (int i = 1; i <= one.length; i++) {
            int before = row[0];
            row[0] = i;
            for (int j = 1; j < row.length; j++) {
                int same = before + (one[i - 1] == other[j - 1] ? 0 : 1);
                before = row[j];
                row[j] = Math.min(same, Math.min(row[j], row[j - 1]) + 1);
            }
        }
        return row[other.length];
    }

    @Override
    public String toString() {
        return String.format(java.util.Locale.ROOT, "%.2f %% (%d of %d)", percent(), wrong, of);
    }
}
