package lectomen.engine.page;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * All pages of a document with their words. What many conditions and fields ask for is worked out once. Immutable; safe for
 * several threads.
 */
public final class DocumentText {
    private static final Pattern DIVIDED = Pattern.compile("(\\p{Ll})[-\u2010\u00ad]\\s*\n\\s*(?=\\p{Ll})");

    /** A page whose characters are less likely right, on average, could hardly be read. */
    private static final double HARDLY_READ = 0.6;

    private static final String HYPHENS = "-\u2010\u00ad";

    private final List<Page> pages;
    private final List<Integer> illegible;
    private final Map<String, String> properties;
    private final Once<IdentityHashMap<Page, List<Row>>> rows = new Once<>(this::allRows);
    private final Once<String> text = new Once<>(() -> joined(this::textOf));
    private final Once<String> textByColumns = new Once<>(this::joinedByColumns);
    private final Once<WordIndex> index = new Once<>(() -> WordIndex.of(pages()));
    private final Once<List<String>> folded = new Once<>(this::allFolded);

    /** A value that is worked out when it is first asked for. */
    private static final class Once<T> {
        private final Supplier<T> work;
        private volatile @Nullable T value;

        Once(Supplier<T> work) {
            this.work = work;
        }

        T get() {
            T known = value;
            if (known == null) {
                known = work.get();
                value = known;
            }
            return known;
        }
    }

    /**
     * @param illegible the numbers of pages whose text layer is garbage; such pages have no words here
     * @param properties what the document says of itself, such as its title and author, by their names in small letters
     */
    public DocumentText(List<Page> pages, List<Integer> illegible, Map<String, String> properties) {
        this.pages = List.copyOf(pages);
        this.illegible = List.copyOf(illegible);
        this.properties = Map.copyOf(properties);
    }

    public DocumentText(List<Page> pages) {
        this(pages, List.of(), Map.of());
    }

    public List<Page> pages() {
        return pages;
    }

    public Map<String, String> properties() {
        return properties;
    }

    /** Whether something of it was read off a picture. */
    public boolean isRecognised() {
        return pages.stream()
                .flatMap(page -> page.lines().stream())
                .flatMap(line -> line.words().stream())
                .anyMatch(word -> word.confidence() < 1 || !word.doubts().equals(Word.Doubts.NONE));
    }

    public boolean isBlank() {
        return pages.stream().allMatch(page -> page.lines().isEmpty());
    }

    /** The text of all pages, a form feed between them. */
    public String text() {
        return text.get();
    }

    /** The text with columns read one after the other; equal to {@link #text} where there are none. */
    public String textByColumns() {
        return textByColumns.get();
    }

    private String joined(Function<Page, String> of) {
        return pages.stream().map(of).collect(Collectors.joining("\f"));
    }

    private String joinedByColumns() {
        boolean inColumns = pages.stream().anyMatch(page -> !page.findColumns().isEmpty());
        return inColumns ? joined(page -> page.findColumns().isEmpty() ? textOf(page) : page.textByColumns()) : text();
    }

    /**
     * Whether the words stand in the text one after the other, across or down its columns, whatever their case and the blanks
     * between them. A word that is divided at the end of a line is whole.
     */
    public boolean contains(String words) {
        return containsFolded(ComparableText.fold(words));
    }

    /** The same for words that are {@link ComparableText#fold folded} already. */
    public boolean containsFolded(String words) {
        for (String text : folded.get()) {
            if (text.contains(words)) {
                return true;
            }
        }
        return false;
    }

    private List<String> allFolded() {
        List<String> all = new ArrayList<>();
        for (String text : text().equals(textByColumns()) ? List.of(text()) : List.of(text(), textByColumns())) {
            all.add(ComparableText.fold(text));
            String whole = undivided(text);
            if (!whole.equals(text)) {
                all.add(ComparableText.fold(whole));
            }
        }
        return all;
    }

    /** The text with words that are divided at the end of a line made whole. */
    private static String undivided(String text) {
        for (int end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', end + 1)) {
            int last = end - 1;
            while (last >= 0 && text.charAt(last) == ' ') {
                last--;
            }
            if (last >= 0 && HYPHENS.indexOf(text.charAt(last)) >= 0) {
                return DIVIDED.matcher(text).replaceAll("$1");
            }
        }
        return text;
    }

    /** What stands at one height of a page, from left to right. @param text its words with one blank between them */
    public record Row(List<Word> words, String text) {
        public Row {
            words = List.copyOf(words);
        }
    }

    /** The rows of one of its pages from top to bottom. */
    public List<Row> rows(Page page) {
        return rows.get().getOrDefault(page, List.of());
    }

    private IdentityHashMap<Page, List<Row>> allRows() {
        IdentityHashMap<Page, List<Row>> all = new IdentityHashMap<>();
        for (Page page : pages) {
            List<Row> made = new ArrayList<>();
            for (List<Line> row : page.rows()) {
                List<Word> words = new ArrayList<>();
                for (Line line : row) {
                    words.addAll(line.words());
                }
                made.add(new Row(words, Line.joined(words)));
            }
            all.put(page, made);
        }
        return all;
    }

    private String textOf(Page page) {
        return rows(page).stream().map(Row::text).collect(Collectors.joining("\n"));
    }

    /** Words of a line that were sought. @param at the place of the first in the line, from 0 */
    public record Place(Page page, Line line, int at) {}

    /** Where words stand one after the other in a line, told by their letters and digits alone, in reading order. */
    public List<Place> places(List<String> bare) {
        return bare.isEmpty() ? List.of() : index.get().find(bare);
    }

    /** "page 3" or "pages 1 to 4", for messages; says which of them can't be read. */
    public String pageRange() {
        String garbage = illegible.isEmpty()
                ? ""
                : " (the text layer of page "
                        + illegible.stream().map(String::valueOf).collect(Collectors.joining(", "))
                        + " is garbage and was not used)";
        String poor = pages.stream()
                .filter(page -> page.confidence() < HARDLY_READ)
                .map(page -> Integer.toString(page.number()))
                .collect(Collectors.joining(", "));
        return range() + garbage + (poor.isEmpty() ? "" : " (page " + poor + " could hardly be read)");
    }

    /** How many words there are. */
    public long words() {
        return pages.stream()
                .flatMap(page -> page.lines().stream())
                .mapToLong(line -> line.words().size())
                .sum();
    }

    /** Of its pages, on average; 1 without any. */
    public double confidence() {
        return pages.stream().mapToDouble(Page::confidence).average().orElse(1);
    }

    private String range() {
        return switch (pages.size()) {
            case 0 -> "no page";
            case 1 -> "page 1";
            default -> "pages 1 to " + pages.size();
        };
    }

    /** The numbers of pages whose text layer is garbage. */
    public List<Integer> illegiblePages() {
        return illegible;
    }
}
