package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;

/**
 * Finds the text beside, below or near a label.
 *
 * <p>A value right of a label is what follows it in its line, else the next line of the same row. In typewritten text two
 * blanks are part of a value; three or four may part columns, which makes it less sure. A value below is the nearest line under
 * the label that shares its width. Both end where the next label of the same rule begins, so that an empty box is not filled
 * with its neighbour's label; one of several lines goes on in those right under it that begin where it does. A value by pattern
 * near a label is the match closest to it.
 *
 * <p>A label that stands nowhere as it is written is sought once more as one that is nearly so, or broken over two lines; what
 * is found by it is less sure.
 */
final class LabelPlaces {
    /** How far below its label a value may stand, in heights of the label. */
    private static final double DEEPEST_BELOW = 4;

    /** How far apart the lines of one value stand, in heights of a line. */
    private static final double WIDEST_LEADING = 0.9;

    private static final int LONGEST_LABEL = 4;

    private static final double MOST_BLANKS_IN_VALUE = 2;
    private static final double MOST_BLANKS_IN_DOUBT = 4;
    private static final double SURENESS_BEFORE_GAP = 0.8;

    private final DocumentText text;
    private final List<Label> allLabels;

    /** @param allLabels those that end a value: of all fields that are sought together, and what the place names besides */
    LabelPlaces(DocumentText text, List<Label> allLabels) {
        this.text = text;
        this.allLabels = allLabels;
    }

    /** In the order in which they count; each is looked for when it is asked for. */
    Iterator<Candidate> find(FieldSpec.Place place, Optional<Pattern> pattern) {
        if (place.where() == FieldSpec.Where.ANYWHERE) {
            return matches(pattern.orElseThrow()).iterator();
        }
        boolean anywhere = place.where() == FieldSpec.Where.NEAR;
        Iterator<Candidate> found = place.labels().stream()
                .flatMap(label -> (anywhere ? Labels.find(text, label) : Labels.findMarked(text, label)).stream())
                .flatMap(hit -> at(hit, place, pattern).stream())
                .iterator();
        return found.hasNext() ? found : almost(place, pattern).iterator();
    }

    private List<Candidate> almost(FieldSpec.Place place, Optional<Pattern> pattern) {
        List<Candidate> found = new ArrayList<>();
        for (Label label : place.labels()) {
            for (Labels.Almost almost : Labels.findAlmost(text, label)) {
                for (Candidate candidate : at(almost.hit(), place, pattern)) {
                    String how = candidate.method() + ", which reads \"" + almost.reads() + "\"";
                    found.add(candidate.asSureAs(almost.nearness(), how));
                }
            }
        }
        return found;
    }

    private List<Candidate> at(Labels.Hit hit, FieldSpec.Place place, Optional<Pattern> pattern) {
        return switch (place.where()) {
            case RIGHT_OF -> whole(hit, rightOf(hit), place.lines());
            case BELOW -> whole(hit, below(hit), place.lines());
            case NEAR -> near(hit, pattern.orElseThrow());
            case ANYWHERE -> throw new IllegalStateException("A label with nothing to be near to");
        };
    }

    private Optional<Candidate> rightOf(Labels.Hit hit) {
        int to = Labels.firstLabel(hit.line(), hit.to(), allLabels);
        if (to > hit.to()) {
            return Optional.of(value(hit.page(), hit.line(), hit.to(), to, "right of the label"));
        }
        if (to < hit.line().words().size()) {
            return Optional.empty();
        }
        return nextInRow(hit.page(), hit.line(), hit.box())
                .flatMap(line -> upToLabel(hit.page(), line, "right of the label"));
    }

    /** Words of a line; where they end with it, also those of the next line of the row that stand only two blanks away. */
    private Candidate value(Page page, Line line, int from, int to, String method) {
        List<Word> words = new ArrayList<>(line.words().subList(from, to));
        Line last = line;
        int end = to;
        while (end == last.words().size()) {
            Optional<Line> next = nextInRow(page, last, last.box()).filter(one -> !beginsWithLabel(one));
            double gap = next.isPresent() ? blanksBetween(page, last, next.get()) : Double.MAX_VALUE;
            if (gap > MOST_BLANKS_IN_VALUE) {
                return gap > MOST_BLANKS_IN_DOUBT
                        ? Candidate.on(page, words, method)
                        : Candidate.on(page, words, method)
                                .asSureAs(SURENESS_BEFORE_GAP, method + ", up to a gap that may part columns");
            }
            last = next.orElseThrow();
            end = Labels.firstLabel(last, 0, allLabels);
            words.addAll(last.words().subList(0, end));
        }
        return Candidate.on(page, words, method);
    }

    /** How many blanks part two lines of a row of typewritten text; in other type a gap that cut the row is no blank. */
    private static double blanksBetween(Page page, Line line, Line next) {
        return page.unit() == Page.Unit.CHARACTER
                ? next.box().left() - line.box().right()
                : Double.MAX_VALUE;
    }

    /** A value with the lines that it goes on in. */
    private List<Candidate> whole(Labels.Hit hit, Optional<Candidate> first, int lines) {
        if (first.isEmpty() || lines == 1) {
            return first.map(List::of).orElse(List.of());
        }
        List<Word> words = new ArrayList<>(first.get().words());
        Box last = first.get().box();
        for (int i = 1; i < lines; i++) {
            Optional<Line> next = goesOnIn(hit.page(), last);
            if (next.isEmpty() || beginsWithLabel(next.get())) {
                break;
            }
            words.addAll(next.get().words());
            last = next.get().box();
        }
        return List.of(Candidate.on(hit.page(), words, first.get().method()));
    }

    /** The line right under another that begins where it does. */
    private static Optional<Line> goesOnIn(Page page, Box line) {
        return page.lines().stream()
                .filter(next -> Math.abs(next.box().left() - line.left()) <= line.height())
                .filter(next -> next.box().middle() > line.bottom() - 0.2 * line.height()
                        && next.box().top() - line.bottom() <= WIDEST_LEADING * line.height())
                .min(Comparator.comparingDouble(next -> next.box().top()));
    }

    private boolean beginsWithLabel(Line line) {
        boolean marked = line.words().stream().limit(LONGEST_LABEL).anyMatch(word -> word.text()
                .endsWith(":"));
        return marked || Labels.firstLabel(line, 0, allLabels) < line.words().size();
    }

    /** The line behind a place at its height. */
    @SuppressWarnings("ReferenceEquality") // the very line that the place is in, not one that is equal to it
    private static Optional<Line> nextInRow(Page page, Line own, Box place) {
        Line next = null;
        for (Line line : page.lines()) {
            Box box = line.box();
            boolean behind = box.left() > place.left() && line != own && box.sharedHeight(place) > 0.5;
            if (behind && (next == null || box.left() < next.box().left())) {
                next = line;
            }
        }
        return Optional.ofNullable(next);
    }

    private Optional<Candidate> below(Labels.Hit hit) {
        Box label = hit.box();
        return hit.page().lines().stream()
                .filter(line -> line.box().top() >= label.bottom() - 0.2 * label.height())
                .filter(line -> line.box().top() - label.bottom() <= DEEPEST_BELOW * label.height())
                .filter(line -> line.box().sharedWidth(label) > 0)
                .min(Comparator.comparingDouble(line -> line.box().top()))
                .flatMap(line -> upToLabel(hit.page(), line, "below the label"));
    }

    private Optional<Candidate> upToLabel(Page page, Line line, String method) {
        int to = Labels.firstLabel(line, 0, allLabels);
        return to == 0 ? Optional.empty() : Optional.of(value(page, line, 0, to, method));
    }

    private List<Candidate> near(Labels.Hit hit, Pattern pattern) {
        List<Candidate> onPage = new ArrayList<>(matchesOn(hit.page(), pattern, "by pattern near the label"));
        onPage.sort(Comparator.comparingDouble(candidate -> distance(hit.box(), candidate.box())));
        return onPage;
    }

    /** How far a value is from its label: little for what follows it in its row, more for what stands below it. */
    private static double distance(Box label, Box value) {
        double right = value.left() - label.right();
        if (right >= 0 && value.sharedHeight(label) > 0.5) {
            return 0.25 * right;
        }
        double down = value.middle() - label.middle();
        double across = right >= 0 ? right : Math.min(-right, 0.5 * Math.abs(value.left() - label.left()));
        return 2 * label.height() + Math.hypot(across, (down < 0 ? 3 : 1.5) * down);
    }

    private Stream<Candidate> matches(Pattern pattern) {
        return text.pages().stream().flatMap(page -> matchesOn(page, pattern, "by pattern").stream());
    }

    private List<Candidate> matchesOn(Page page, Pattern pattern, String method) {
        return Candidate.allMatches(page, text.rows(page), pattern, method);
    }
}
