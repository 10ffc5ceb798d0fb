package lectomen.engine.page;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * All pages of a document with their words.
 *
 * @param illegible the numbers of pages whose text layer is garbage; such pages have no words here
 * @param properties what the document says of itself, such as its title and author, by their names in small letters
 */
public record DocumentText(List<Page> pages, List<Integer> illegible, Map<String, String> properties) {
    public DocumentText {
        pages = List.copyOf(pages);
        illegible = List.copyOf(illegible);
        properties = Map.copyOf(properties);
    }

    public DocumentText(List<Page> pages) {
        this(pages, List.of(), Map.of());
    }

    public boolean isBlank() {
        return pages.stream().allMatch(page -> page.lines().isEmpty());
    }

    /** The text of all pages, a form feed between them. */
    public String text() {
        return pages.stream().map(Page::text).collect(Collectors.joining("\f"));
    }

    /** The text with columns read one after the other; equal to {@link #text} where there are none. */
    public String textByColumns() {
        return pages.stream().map(Page::textByColumns).collect(Collectors.joining("\f"));
    }

    /** "page 3" or "pages 1 to 4", for messages; says which of them can't be read. */
    public String pageRange() {
        String garbage = illegible.isEmpty()
                ? ""
                : " (the text layer of page "
                        + illegible.stream().map(String::valueOf).collect(Collectors.joining(", "))
                        + " is garbage and was not used)";
        return range() + garbage;
    }

    private String range() {
        return switch (pages.size()) {
            case 0 -> "no page";
            case 1 -> "page 1";
            default -> "pages 1 to " + pages.size();
        };
    }
}
