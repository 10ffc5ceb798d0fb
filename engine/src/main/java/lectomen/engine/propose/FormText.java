package lectomen.engine.propose;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/** The printed text of a form, such as its labels: short texts that occur in several documents of a kind. */
final class FormText {
    private static final int LONGEST = 4;
    private static final int MOST = 8;
    /** In heights of the usual line. */
    private static final double HEADLINE = 1.25;

    private FormText() {}

    /** Of several documents, what stands in more than half of them; of a single one, what ends with a colon. */
    static List<String> in(List<DocumentText> documents) {
        Map<String, Integer> documentsWith = new LinkedHashMap<>();
        Map<String, String> written = new HashMap<>();
        for (DocumentText document : documents) {
            List<String> here = new ArrayList<>();
            for (Page page : document.pages()) {
                double tallest = HEADLINE * usualHeight(page);
                page.lines().stream()
                        .filter(line -> line.box().height() <= tallest)
                        .flatMap(line -> begin(line, documents.size() == 1).stream())
                        .forEach(text -> {
                            String bare = ComparableText.bare(text);
                            written.putIfAbsent(bare, text);
                            if (!here.contains(bare)) {
                                here.add(bare);
                            }
                        });
            }
            here.forEach(bare -> documentsWith.merge(bare, 1, Integer::sum));
        }
        return documentsWith.entrySet().stream()
                .filter(one -> 2 * one.getValue() > documents.size())
                .map(one -> written.getOrDefault(one.getKey(), one.getKey()))
                .limit(MOST)
                .toList();
    }

    private static double usualHeight(Page page) {
        double[] heights = page.lines().stream()
                .mapToDouble(line -> line.box().height())
                .sorted()
                .toArray();
        return heights.length == 0 ? 0 : heights[heights.length / 2];
    }

    /** A short line, or a line's beginning up to a colon. */
    private static Optional<String> begin(Line line, boolean onlyWithColon) {
        List<String> words = line.words().stream().map(Word::text).toList();
        int colon = 0;
        while (colon < Math.min(LONGEST, words.size()) && !words.get(colon).endsWith(":")) {
            colon++;
        }
        boolean hasColon = colon < Math.min(LONGEST, words.size());
        if (!hasColon && (onlyWithColon || words.size() > LONGEST)) {
            return Optional.empty();
        }
        String text =
                String.join(" ", hasColon ? words.subList(0, colon + 1) : words).replaceAll("[\\s:.…_]+$", "");
        boolean lettered =
                ComparableText.bare(text).chars().filter(Character::isLetter).count() >= 2
                        && text.chars().noneMatch(Character::isDigit);
        return lettered ? Optional.of(text) : Optional.empty();
    }
}
