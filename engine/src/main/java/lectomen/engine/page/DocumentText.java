package lectomen.engine.page;

import java.util.List;
import java.util.stream.Collectors;

/** All pages of a document with their words. */
public record DocumentText(List<Page> pages) {
    public DocumentText {
        pages = List.copyOf(pages);
    }

    public boolean isBlank() {
        return pages.stream().allMatch(page -> page.lines().isEmpty());
    }

    /** The text of all pages, a form feed between them. */
    public String text() {
        return pages.stream().map(Page::text).collect(Collectors.joining("\f"));
    }

    /** "page 3" or "pages 1 to 4", for messages. */
    public String pageRange() {
        return switch (pages.size()) {
            case 0 -> "no page";
            case 1 -> "page 1";
            default -> "pages 1 to " + pages.size();
        };
    }
}
