package lectomen.engine.ocr.print;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import lectomen.engine.page.Word;

/** Read words beside the printed ones, by the fewest changes from one row of words to the other. */
public final class Matched {
    /** @param right whether the word was printed so there */
    public record One(Word word, boolean right) {}

    private Matched() {}

    public static List<One> of(List<Word> read, List<String> printed) {
        int[][] costs = new int[read.size() + 1][printed.size() + 1];
        for (int i = 0; i <= read.size(); i++) {
            for (int j = 0; j <= printed.size(); j++) {
                if (i == 0 || j == 0) {
                    costs[i][j] = i + j;
                } else {
                    int same = costs[i - 1][j - 1] + (read.get(i - 1).text().equals(printed.get(j - 1)) ? 0 : 1);
                    costs[i][j] = Math.min(same, Math.min(costs[i - 1][j], costs[i][j - 1]) + 1);
                }
            }
        }
        List<One> matched = new ArrayList<>();
        int i = read.size();
        int j = printed.size();
        while (i > 0) {
            boolean equal = j > 0 && read.get(i - 1).text().equals(printed.get(j - 1));
            if (j > 0 && costs[i][j] == costs[i - 1][j - 1] + (equal ? 0 : 1)) {
                matched.add(new One(read.get(i - 1), equal));
                i--;
                j--;
            } else if (costs[i][j] == costs[i - 1][j] + 1) {
                matched.add(new One(read.get(i - 1), false));
                i--;
            } else {
                j--;
            }
        }
        Collections.reverse(matched);
        return matched;
    }
}
