package lectomen.engine.extract;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.reason.Reason;

/**
 * Finds the fields of a rule in a document.
 *
 * <p>A value right of a label is what follows it in its line, else the next line of the same row. A value below is the
 * nearest line under the label that shares its width. Both end where the next label of the same rule begins, so that an
 * empty box is not filled with its neighbour's label. A value by pattern near a label is the match closest to it.
 *
 * <p>Several values may fit; the first in reading order is taken.
 */
public final class FieldFinder {
    /** How far below its label a value may stand, in heights of the label. */
    private static final double DEEPEST_BELOW = 4;

    private final DocumentText text;
    private final Locale locale;
    private final List<List<String>> allLabels;

    private FieldFinder(DocumentText text, Locale locale, List<FieldSpec> fields) {
        this.text = text;
        this.locale = locale;
        this.allLabels = fields.stream()
                .flatMap(field -> field.labels().stream())
                .map(Labels::tokens)
                .filter(label -> !label.isEmpty())
                .toList();
    }

    /**
     * Looks for one field.
     *
     * @param all the fields of the same step, whose labels end a value
     * @param locale for dates and numbers
     * @throws PatternTooSlow if the pattern backtracks without end
     */
    public static FieldResult find(List<FieldSpec> all, FieldSpec field, DocumentText text, Locale locale) {
        return new FieldFinder(text, locale, all).find(field);
    }

    private FieldResult find(FieldSpec field) {
        Candidate unreadable = null;
        for (FieldSpec.Place place : field.places()) {
            for (Candidate candidate : candidates(field, place)) {
                Optional<String> value = field.type().read(candidate.raw(), field.form(), locale);
                if (value.isPresent()) {
                    return new FieldResult.Found(candidate.value(field, value.get()));
                }
                unreadable = unreadable == null ? candidate : unreadable;
            }
        }
        return new FieldResult.Missing(
                field.name(), field.required(), unreadable == null ? missing(field) : invalid(field, unreadable));
    }

    private Reason missing(FieldSpec field) {
        List<Labels.Hit> labelSeen = field.labels().stream()
                .flatMap(label -> Labels.find(text, label).stream())
                .toList();
        String nearest;
        if (!labelSeen.isEmpty()) {
            Labels.Hit hit = labelSeen.get(0);
            nearest = "\"" + words(hit.words()) + "\" stands on page "
                    + hit.page().number() + ", but no such value with it";
        } else {
            nearest = Labels.nearest(text, field.labels())
                    .map(near -> "nearest: \"" + near.text() + "\", page " + near.page())
                    .orElse("nothing like it was seen");
        }
        return Reason.of(
                "field.missing",
                "field",
                field.name(),
                "pages",
                text.pageRange(),
                "sought",
                field.sought(),
                "nearest",
                nearest);
    }

    private static Reason invalid(FieldSpec field, Candidate seen) {
        return Reason.of(
                "field.invalid",
                "field",
                field.name(),
                "page",
                Integer.toString(seen.page().number()),
                "raw",
                seen.raw(),
                "type",
                field.type().word(),
                "form",
                field.form().isEmpty() ? "" : " in the form " + field.form());
    }

    private List<Candidate> candidates(FieldSpec field, FieldSpec.Place place) {
        List<Candidate> found = new ArrayList<>();
        if (place.where() == FieldSpec.Where.ANYWHERE) {
            found.addAll(matches(field.pattern().orElseThrow()));
        }
        for (String label : place.labels()) {
            boolean anywhere = place.where() == FieldSpec.Where.NEAR;
            for (Labels.Hit hit : anywhere ? Labels.find(text, label) : Labels.findMarked(text, label)) {
                switch (place.where()) {
                    case RIGHT_OF -> rightOf(hit).ifPresent(found::add);
                    case BELOW -> below(hit).ifPresent(found::add);
                    case NEAR -> found.addAll(near(hit, field.pattern().orElseThrow()));
                    case ANYWHERE -> throw new IllegalStateException("A label with nothing to be near to");
                }
            }
        }
        boolean constrained = place.where() == FieldSpec.Where.RIGHT_OF || place.where() == FieldSpec.Where.BELOW;
        if (constrained && field.pattern().isPresent()) {
            Pattern pattern = field.pattern().get();
            return found.stream()
                    .flatMap(candidate -> candidate.narrowed(pattern).stream())
                    .toList();
        }
        return found;
    }

    private Optional<Candidate> rightOf(Labels.Hit hit) {
        int to = Labels.firstLabel(hit.line(), hit.to(), allLabels);
        if (to > hit.to()) {
            return Optional.of(
                    new Candidate(hit.page(), hit.line().words().subList(hit.to(), to), "right of the label"));
        }
        if (to < hit.line().words().size()) {
            return Optional.empty();
        }
        return hit.page().lines().stream()
                .filter(line -> line.box().sharedHeight(hit.box()) > 0.5)
                .filter(line -> line.box().left() > hit.box().left() && !line.equals(hit.line()))
                .min(Comparator.comparingDouble(line -> line.box().left()))
                .flatMap(line -> upToLabel(hit.page(), line, "right of the label"));
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
        return to == 0
                ? Optional.empty()
                : Optional.of(new Candidate(page, line.words().subList(0, to), method));
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

    private List<Candidate> matches(Pattern pattern) {
        return text.pages().stream()
                .flatMap(page -> matchesOn(page, pattern, "by pattern").stream())
                .toList();
    }

    private static List<Candidate> matchesOn(Page page, Pattern pattern, String method) {
        List<Candidate> found = new ArrayList<>();
        for (List<Line> row : page.rows()) {
            List<Word> words =
                    row.stream().flatMap(line -> line.words().stream()).toList();
            found.addAll(new Candidate(page, words, method).allMatches(pattern));
        }
        return found;
    }

    private static String words(List<Word> words) {
        return String.join(" ", words.stream().map(Word::text).toList());
    }

    /** Some words of a page that may hold the value; {@code raw} is the part of their text that counts. */
    private record Candidate(Page page, List<Word> words, String raw, String method) {
        Candidate(Page page, List<Word> words, String method) {
            this(page, List.copyOf(words), FieldFinder.words(words), method);
        }

        Box box() {
            return Box.around(words.stream().map(Word::box).toList());
        }

        FieldValue value(FieldSpec field, String value) {
            double confidence =
                    words.stream().mapToDouble(Word::confidence).min().orElse(0);
            return new FieldValue(
                    field.name(), field.type(), value, raw, page.number(), box(), page.unit(), method, confidence);
        }

        Optional<Candidate> narrowed(Pattern pattern) {
            return allMatches(pattern).stream().findFirst();
        }

        List<Candidate> allMatches(Pattern pattern) {
            List<Candidate> found = new ArrayList<>();
            Matcher matcher = BoundedText.matcher(pattern, FieldFinder.words(words));
            while (matcher.find()) {
                int group = matcher.groupCount() > 0 && matcher.group(1) != null ? 1 : 0;
                if (matcher.end(group) > matcher.start(group)) {
                    List<Word> hit = wordsBetween(matcher.start(group), matcher.end(group));
                    found.add(new Candidate(page, hit, matcher.group(group), method));
                }
            }
            return found;
        }

        private List<Word> wordsBetween(int from, int to) {
            List<Word> hit = new ArrayList<>();
            int at = 0;
            for (Word word : words) {
                int end = at + word.text().length();
                if (at < to && end > from) {
                    hit.add(word);
                }
                at = end + 1;
            }
            return hit;
        }
    }
}
