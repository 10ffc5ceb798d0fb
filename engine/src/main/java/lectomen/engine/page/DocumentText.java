package lectomen.engine.page;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * All pages of a document with their words. What many conditions and fields ask for is worked out once. Immutable; safe for
 * several threads.
 */
public final class DocumentText {
    private static final Pattern DIVIDED = Pattern.compile("(\\p{Ll})[-\u2010\u00ad]\\s*\n\\s*(?=\\p{Ll})");

    private static final String HYPHENS = "-\u2010\u00ad";

    private final List<Page> pages;
    private final List<Integer> illegible;
    private final Map<String, String> properties;
    private final Once<IdentityHashMap<Page, List<Row>>> rows = new Once<>(this::allRows);
    private final Once<String> text = new Once<>(() -> joined(this::textOf));
    private final Once<String> textByColumns =
            new Once<>(() -> joined(page -> page.findColumns().isEmpty() ? textOf(page) : page.textByColumns()));
    private final Once<Index> index = new Once<>(() -> Index.of(pages()));
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

    /**
     * Whether the words stand in the text one after the other, across or down its columns, whatever their case and the blanks
     * between them. A word that is divided at the end of a line is whole.
     */
    public boolean contains(String words) {
        return containsFolded(fold(words));
    }

    /** The same for words that are {@link #fold folded} already. */
    public boolean containsFolded(String words) {
        for (String text : folded.get()) {
            if (text.contains(words)) {
                return true;
            }
        }
        return false;
    }

    private List<String> allFolded() {
        return Stream.of(text(), textByColumns())
                .distinct()
                .flatMap(text -> {
                    String whole = undivided(text);
                    return whole.equals(text) ? Stream.of(fold(text)) : Stream.of(fold(text), fold(whole));
                })
                .distinct()
                .toList();
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
                row.forEach(line -> words.addAll(line.words()));
                made.add(new Row(words, Line.joined(words)));
            }
            all.put(page, made);
        }
        return all;
    }

    private String textOf(Page page) {
        StringBuilder out = new StringBuilder();
        for (Row row : rows(page)) {
            out.append(out.isEmpty() ? "" : "\n").append(row.text());
        }
        return out.toString();
    }

    /** Where a word stands. @param at its place in the line, from 0 */
    public record Place(Page page, Line line, int at) {}

    /** Every word by its letters and digits, so that labels are found without going through all of them. */
    private record Index(Map<String, List<Place>> places, IdentityHashMap<Line, List<String>> bare) {
        static Index of(List<Page> pages) {
            Map<String, List<Place>> places = new HashMap<>();
            IdentityHashMap<Line, List<String>> bare = new IdentityHashMap<>();
            for (Page page : pages) {
                for (Line line : page.lines()) {
                    List<String> words = new ArrayList<>(line.words().size());
                    for (Word word : line.words()) {
                        words.add(DocumentText.bare(word.text()));
                    }
                    bare.put(line, words);
                    for (int at = 0; at < words.size(); at++) {
                        places.computeIfAbsent(words.get(at), word -> new ArrayList<>())
                                .add(new Place(page, line, at));
                    }
                }
            }
            return new Index(places, bare);
        }
    }

    /** Where the word stands, told by its letters and digits alone, in reading order. */
    public List<Place> places(String bare) {
        return index.get().places().getOrDefault(bare, List.of());
    }

    /** The words of one of its lines by their letters and digits. */
    public List<String> bareWords(Line line) {
        return Optional.ofNullable(index.get().bare().get(line))
                .orElseGet(() ->
                        line.words().stream().map(word -> bare(word.text())).toList());
    }

    /** The letters and digits of a word, in lower case. */
    public static String bare(String word) {
        StringBuilder out = new StringBuilder(word.length());
        if (isPlain(word)) {
            for (int i = 0; i < word.length(); i++) {
                char c = word.charAt(i);
                if ((c >= 'a' && c <= 'z') || (c >= '0' && c <= '9')) {
                    out.append(c);
                } else if (c >= 'A' && c <= 'Z') {
                    out.append((char) (c + 32));
                }
            }
            return out.toString();
        }
        for (int i = 0; i < word.length(); i += Character.charCount(word.codePointAt(i))) {
            int c = word.codePointAt(i);
            if (Character.isLetterOrDigit(c)) {
                out.appendCodePoint(Character.toLowerCase(c));
            }
        }
        return out.toString();
    }

    private static boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= 128) {
                return false;
            }
        }
        return true;
    }

    /** Lower case, every run of blanks as one. */
    public static String fold(String text) {
        char[] out = new char[text.length()];
        int length = 0;
        boolean blank = false;
        boolean plain = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Character.isWhitespace(c)) {
                blank = true;
                continue;
            }
            if (blank && length > 0) {
                out[length++] = ' ';
            }
            blank = false;
            plain &= c < 128;
            out[length++] = c >= 'A' && c <= 'Z' ? (char) (c + 32) : c;
        }
        String folded = new String(out, 0, length);
        return plain ? folded : folded.toLowerCase(Locale.ROOT);
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
