package lectomen.engine.rule;

import java.util.List;
import java.util.Locale;
import lectomen.engine.print.facts.PrintFacts;
import lectomen.engine.print.media.MediaSize;
import lectomen.engine.reason.Counted;
import lectomen.engine.rulefile.NameParts;

/** Conditions on what shows on the pages of a PDF, and on what they need to be printed. */
final class PrintConditions {
    private PrintConditions() {}

    static Condition colourPages(int number, boolean atMost, int line) {
        return new Condition.OfPrint(
                (atMost ? "colour pages at most " : "colour pages at least ") + number,
                facts -> {
                    int pages = facts.colourPages().size();
                    boolean held = atMost ? pages <= number : pages >= number;
                    return new Condition.Told(held, Counted.of(pages, "page", "pages") + " in colour");
                },
                line);
    }

    static Condition spotColour(String wildcards, int line) {
        NameParts name = NameParts.ofWildcards(wildcards);
        return new Condition.OfPrint(
                "spot colour like " + wildcards,
                facts -> {
                    List<String> spots = facts.spotColours();
                    boolean held =
                            spots.stream().anyMatch(spot -> name.find(spot).isPresent());
                    return new Condition.Told(held, spots.isEmpty() ? "no spot colours" : String.join(", ", spots));
                },
                line);
    }

    /** @param written the name of the medium */
    static Condition largestPage(MediaSize medium, boolean atMost, String written, int line) {
        return new Condition.OfPrint(
                (atMost ? "largest page at most " : "largest page at least ") + written,
                facts -> {
                    MediaSize largest = facts.largestPage().orElseThrow();
                    return new Condition.Told(
                            atMost ? medium.takes(largest) : largest.takes(medium),
                            String.format(Locale.ROOT, "%.0f x %.0f mm", largest.width(), largest.height()));
                },
                line);
    }

    static Condition fontsMissing(boolean wanted, int line) {
        return new Condition.OfPrint(
                wanted ? "fonts missing" : "no fonts missing",
                facts -> {
                    List<String> missing = facts.missingFonts();
                    return new Condition.Told(
                            wanted != missing.isEmpty(),
                            missing.isEmpty()
                                    ? "all fonts are embedded"
                                    : "not embedded: " + String.join(", ", missing));
                },
                line);
    }

    /** @param margin in millimetres */
    static Condition inMargin(double margin, String written, int line) {
        return new Condition.OfPrint(
                "content in margin of " + written,
                facts -> new Condition.Told(facts.nearestToEdge() < margin, edge(facts)),
                line);
    }

    private static String edge(PrintFacts facts) {
        return Double.isInfinite(facts.nearestToEdge())
                ? "the pages are empty"
                : String.format(Locale.ROOT, "%.0f mm from the edge", facts.nearestToEdge());
    }
}
