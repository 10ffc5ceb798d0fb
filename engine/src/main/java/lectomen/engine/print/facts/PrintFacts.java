package lectomen.engine.print.facts;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import lectomen.engine.print.media.MediaSize;

/**
 * What is known of a document before it is printed.
 *
 * @param pages none of a document that is no PDF, or none that can be drawn
 */
public record PrintFacts(List<PageFacts> pages) {
    /** Of a document that is no PDF, or none that can be drawn. */
    public static final PrintFacts NONE = new PrintFacts(List.of());

    public PrintFacts {
        pages = List.copyOf(pages);
    }

    public boolean isKnown() {
        return !pages.isEmpty();
    }

    /** The numbers of pages on which a colour shows, counted from 1. */
    public List<Integer> colourPages() {
        return IntStream.rangeClosed(1, pages.size())
                .filter(page -> pages.get(page - 1).showsColour())
                .boxed()
                .toList();
    }

    /** Their names, each once. */
    public List<String> spotColours() {
        return all(PageFacts::spotColours);
    }

    /** The names of fonts that don't travel with the document, each once. */
    public List<String> missingFonts() {
        return all(PageFacts::missingFonts);
    }

    private List<String> all(Function<PageFacts, List<String>> of) {
        return pages.stream()
                .flatMap(page -> of.apply(page).stream())
                .distinct()
                .sorted()
                .toList();
    }

    public Optional<MediaSize> largestPage() {
        return pages.stream()
                .map(PageFacts::size)
                .max(Comparator.comparingDouble(size -> size.width() * size.height()));
    }

    /** How close to the edge of a page something shows, in millimetres; infinite where nothing shows on any page. */
    public double nearestToEdge() {
        return pages.stream().mapToDouble(PageFacts::nearestToEdge).min().orElse(Double.POSITIVE_INFINITY);
    }
}
