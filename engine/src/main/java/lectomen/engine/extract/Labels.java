package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import lectomen.engine.page.Box;
import lectomen.engine.page.ComparableText;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * Finds labels in a document. A label is compared word by word, by letters and digits only and without case, so that
 * "Permit no" is found in "PERMIT NO.:".
 */
final class Labels {
    /** A label as it stands: words {@code from} (inclusive) to {@code to} (exclusive) of a line. */
    record Hit(Page page, Line line, int from, int to) {
        Box box() {
            return Box.around(words(), Word::box);
        }

        List<Word> words() {
            return line.words().subList(from, to);
        }

        private boolean hasColon() {
            return words().get(to - from - 1).text().endsWith(":");
        }

        /** Whether it can be a label: at the start of its line or with a colon. The words inside a sentence are none. */
        boolean isLabel() {
            return from == 0 || hasColon();
        }

        /** Whether it is surely one, by its colon or by the gap behind it. */
        boolean isMarked() {
            return hasColon() || (from == 0 && to == line.words().size());
        }
    }

    /** The thing most like a label that was seen instead. */
    record Near(String text, int page, double nearness) {}

    private static final double NEAR_ENOUGH = 0.55;

    private Labels() {}

    static List<Hit> find(DocumentText text, Label label) {
        List<Hit> hits = new ArrayList<>();
        for (DocumentText.Place place : text.places(label.words())) {
            int to = place.at() + label.words().size();
            hits.add(new Hit(place.page(), place.line(), place.at(), to));
        }
        return hits;
    }

    /** Something nearly like a label. @param reads as it stands */
    record Almost(Hit hit, String reads, double nearness) {}

    private static final double ALMOST = 0.8;
    private static final double BROKEN = 0.9;
    private static final int SHORTEST_FOR_ALMOST = 4;

    /** Where something stands that is nearly the label, or the label broken over two lines; the nearest first. */
    static List<Almost> findAlmost(DocumentText text, Label label) {
        List<String> wanted = label.words();
        List<Almost> found = new ArrayList<>();
        for (Page page : text.pages()) {
            for (Line line : page.lines()) {
                found.addAll(almostIn(page, line, wanted));
                found.addAll(broken(page, line, wanted));
            }
        }
        found.sort(Comparator.comparingDouble(almost -> -almost.nearness()));
        return found;
    }

    private static List<Almost> almostIn(Page page, Line line, List<String> wanted) {
        String joined = String.join("", wanted);
        List<Almost> found = new ArrayList<>();
        if (joined.length() < SHORTEST_FOR_ALMOST) {
            return found;
        }
        for (int count = Math.max(1, wanted.size() - 1); count <= wanted.size() + 1; count++) {
            for (int from = 0; from + count <= line.words().size(); from++) {
                Hit hit = new Hit(page, line, from, from + count);
                String seen = String.join(
                        "",
                        hit.words().stream()
                                .map(word -> ComparableText.bare(word.text()))
                                .toList());
                double nearness = Similarity.of(joined, seen);
                if (nearness >= ALMOST && hit.isLabel()) {
                    found.add(new Almost(hit, shown(hit), nearness));
                }
            }
        }
        return found;
    }

    /** The label's last words at the start of a line, and those before at the end of the line right above. */
    private static List<Almost> broken(Page page, Line line, List<String> wanted) {
        List<Almost> found = new ArrayList<>();
        for (int first = 1; first < wanted.size(); first++) {
            List<String> rest = wanted.subList(first, wanted.size());
            if (!ComparableText.standAt(line, 0, rest)) {
                continue;
            }
            List<String> begin = wanted.subList(0, first);
            page.lines().stream()
                    .filter(above -> ComparableText.standAt(above, above.words().size() - begin.size(), begin))
                    .filter(above -> above.box().sharedWidth(line.box()) > 0)
                    .filter(above -> isRightAbove(above.box(), line.box()))
                    .findFirst()
                    .ifPresent(above -> found.add(new Almost(
                            new Hit(page, line, 0, rest.size()),
                            shown(above, begin.size()) + " / " + shown(new Hit(page, line, 0, rest.size())),
                            BROKEN)));
        }
        return found;
    }

    private static boolean isRightAbove(Box above, Box line) {
        double gap = line.top() - above.bottom();
        return gap > -0.5 * line.height() && gap < line.height();
    }

    private static String shown(Line line, int lastWords) {
        List<Word> words = line.words();
        return String.join(
                " ",
                words.subList(words.size() - lastWords, words.size()).stream()
                        .map(Word::text)
                        .toList());
    }

    private static String shown(Hit hit) {
        return String.join(" ", hit.words().stream().map(Word::text).toList());
    }

    /** Where in the words of a line, from an index on, one of the labels starts; the number of words when none does. */
    static int firstLabel(Line line, int from, List<Label> labels) {
        for (int at = from; at < line.words().size(); at++) {
            for (int label = 0; label < labels.size(); label++) {
                if (isLabelAt(line, at, labels.get(label).words())) {
                    return at;
                }
            }
        }
        return line.words().size();
    }

    /** Where the label stands as one, the surest first. */
    static List<Hit> findMarked(DocumentText text, Label label) {
        List<Hit> marked = new ArrayList<>();
        List<Hit> others = new ArrayList<>();
        for (Hit hit : find(text, label)) {
            if (hit.isLabel()) {
                (hit.isMarked() ? marked : others).add(hit);
            }
        }
        marked.addAll(others);
        return marked;
    }

    private static boolean isLabelAt(Line line, int at, List<String> label) {
        int last = at + label.size() - 1;
        boolean startOrColon = at == 0
                || (last < line.words().size() && line.words().get(last).text().endsWith(":"));
        return startOrColon && ComparableText.standAt(line, at, label);
    }

    /** The phrase in the document most like one of the labels, if any is somewhat like it. */
    static Optional<Near> nearest(DocumentText text, List<Label> labels) {
        Near best = null;
        for (Label label : labels) {
            String wanted = String.join("", label.words());
            int words = label.words().size();
            for (Page page : text.pages()) {
                for (Line line : page.lines()) {
                    for (int from = 0; from < line.words().size(); from++) {
                        for (int count = 1;
                                count <= words + 1
                                        && from + count <= line.words().size();
                                count++) {
                            List<Word> window = line.words().subList(from, from + count);
                            String seen = String.join(
                                    "",
                                    window.stream()
                                            .map(word -> ComparableText.bare(word.text()))
                                            .toList());
                            double nearness = Similarity.of(wanted, seen);
                            if (nearness >= NEAR_ENOUGH && (best == null || nearness > best.nearness())) {
                                String shown = String.join(
                                        " ", window.stream().map(Word::text).toList());
                                best = new Near(shown, page.number(), nearness);
                            }
                        }
                    }
                }
            }
        }
        return Optional.ofNullable(best);
    }
}
