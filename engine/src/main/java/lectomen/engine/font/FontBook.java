package lectomen.engine.font;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.Stream;
import lectomen.engine.flow.FormatProperty;

/**
 * All fonts that can be used: those of the product, and those of a folder before them.
 *
 * <pre>{@code
 * Chosen body = FontBook.shipped().choose("Liberation Serif", Trait.FontKind.ROMAN, false, false);
 * double width = body.face().main().width('M') * 12;
 * }</pre>
 */
public final class FontBook {
    private static final String LIBERATION = "/liberation/Liberation%s-%s.ttf";
    private static final String DEJAVU = "/net/sf/jasperreports/fonts/dejavu/DejaVu%s%s.ttf";
    private static final String WOFF = "/lectomen/engine/font/%s-%s-%s-%s.woff";
    private static final List<String> SCRIPTS =
            List.of("latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese");
    private static final int MOST_FONTS = 2_000;
    private static final long MOST_FONT_BYTES = 64L * 1024 * 1024;

    /** Families that are at hand, for others whose letters are as wide. */
    private static final Map<String, String> SAME_WIDTHS = Map.ofEntries(
            Map.entry("arial", "Liberation Sans"),
            Map.entry("helvetica", "Liberation Sans"),
            Map.entry("times new roman", "Liberation Serif"),
            Map.entry("times", "Liberation Serif"),
            Map.entry("courier new", "Liberation Mono"),
            Map.entry("courier", "Liberation Mono"),
            Map.entry("calibri", "Carlito"),
            Map.entry("cambria", "Caladea"),
            Map.entry("verdana", "DejaVu Sans"));

    /** Files by their place in the jars, read once. */
    private static final Map<String, Optional<FontFile>> READ = new ConcurrentHashMap<>();

    private static final FontBook SHIPPED = new FontBook(Map.of(), List.of());

    private final Map<String, Map<Style, Path>> own;
    private final List<String> unusable;
    private final Map<Path, FontFile> ownRead = new HashMap<>();
    private final Map<String, Chosen> chosen = new ConcurrentHashMap<>();

    private record Style(boolean bold, boolean italic) {
        /** As the names of font files put it. */
        String word(String slanted) {
            if (bold) {
                return italic ? "Bold" + slanted : "Bold";
            }
            return italic ? slanted : "";
        }
    }

    private FontBook(Map<String, Map<Style, Path>> own, List<String> unusable) {
        this.own = own;
        this.unusable = List.copyOf(unusable);
    }

    /** Those that come with the product. */
    public static FontBook shipped() {
        return SHIPPED;
    }

    /**
     * Those of a folder and the folders in it, and those that come with the product.
     *
     * @throws IOException if the folder can't be read; a font that can't be used is only named
     */
    public static FontBook with(Path folder) throws IOException {
        Map<String, Map<Style, Path>> own = new HashMap<>();
        List<String> unusable = new ArrayList<>();
        try (Stream<Path> files = Files.walk(folder, 4)) {
            for (Path file :
                    files.filter(FontBook::isFont).sorted().limit(MOST_FONTS).toList()) {
                try {
                    FontNames names = FontNames.of(bytes(file));
                    own.computeIfAbsent(key(names.family()), key -> new HashMap<>())
                            .putIfAbsent(new Style(names.bold(), names.italic()), file);
                } catch (IOException | RuntimeException e) {
                    unusable.add(String.valueOf(file.getFileName()));
                }
            }
        }
        return new FontBook(own, unusable);
    }

    /** The names of files in the folder that are fonts by their extension, and can't be used. */
    public List<String> unusable() {
        return unusable;
    }

    private static boolean isFont(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
        return name.endsWith(".ttf") || name.endsWith(".otf") || name.endsWith(".woff");
    }

    private static byte[] bytes(Path file) throws IOException {
        if (Files.size(file) > MOST_FONT_BYTES) {
            throw new IOException("the font is too large");
        }
        return Files.readAllBytes(file);
    }

    private static String key(String family) {
        return family.strip().toLowerCase(Locale.ROOT);
    }

    /**
     * The font of that name, or what stands in for it.
     *
     * @param kind what is known of a font that is not at hand
     */
    public Chosen choose(String family, FormatProperty.FontKind kind, boolean bold, boolean italic) {
        String wanted = key(family);
        return chosen.computeIfAbsent(
                wanted + '|' + kind + bold + italic, key -> find(wanted, kind, new Style(bold, italic)));
    }

    private Chosen find(String wanted, FormatProperty.FontKind kind, Style style) {
        Optional<Face> mine = findOwn(wanted, style);
        if (mine.isPresent()) {
            return new Chosen(mine.get(), Chosen.Fit.ITSELF);
        }
        Optional<Face> shipped = findShipped(wanted, style);
        if (shipped.isPresent()) {
            return new Chosen(shipped.get(), Chosen.Fit.ITSELF);
        }
        String same = SAME_WIDTHS.get(wanted);
        if (same != null) {
            return new Chosen(findShipped(key(same), style).orElseThrow(), Chosen.Fit.SAME_WIDTHS);
        }
        return new Chosen(findShipped(key(like(wanted, kind)), style).orElseThrow(), Chosen.Fit.OTHER);
    }

    /** By its kind, or by what its name says. */
    private static String like(String wanted, FormatProperty.FontKind kind) {
        if (kind == FormatProperty.FontKind.MONO
                || wanted.matches(".*\\b(mono|code|console|courier|typewriter|terminal)\\b.*")) {
            return "Liberation Mono";
        }
        boolean named = wanted.matches(".*\\b(serif|roman|times|book|antiqua|old style|garamond)\\b.*")
                && !wanted.contains("sans");
        boolean roman = kind == FormatProperty.FontKind.ROMAN || (kind == FormatProperty.FontKind.UNKNOWN && named);
        return roman ? "Liberation Serif" : "Liberation Sans";
    }

    private Optional<Face> findOwn(String wanted, Style style) {
        Map<Style, Path> styles = own.get(wanted);
        if (styles == null) {
            return Optional.empty();
        }
        Path file = styles.getOrDefault(style, styles.get(new Style(false, false)));
        if (file == null) {
            file = styles.values().iterator().next();
        }
        FontFile read = readOwn(file);
        return Optional.of(new Face(wanted, List.of(() -> Optional.of(read)), resorts(style, false)));
    }

    private FontFile readOwn(Path file) {
        synchronized (ownRead) {
            FontFile known = ownRead.get(file);
            if (known == null) {
                try {
                    known = FontFile.read(bytes(file));
                } catch (IOException e) {
                    throw new UncheckedIOException("A font that was there can't be read any more", e);
                }
                ownRead.put(file, known);
            }
            return known;
        }
    }

    private static Optional<Face> findShipped(String wanted, Style style) {
        String or = style.word("Italic").isEmpty() ? "Regular" : style.word("Italic");
        String slanted = style.word("Oblique").isEmpty() ? "" : "-" + style.word("Oblique");
        return switch (wanted) {
            case "liberation serif" ->
                face("Liberation Serif", List.of(LIBERATION.formatted("Serif", or)), style, true);
            case "liberation sans" -> face("Liberation Sans", List.of(LIBERATION.formatted("Sans", or)), style, false);
            case "liberation mono" -> face("Liberation Mono", List.of(LIBERATION.formatted("Mono", or)), style, false);
            case "carlito" -> face("Carlito", byScript("carlito", style), style, false);
            case "caladea" -> face("Caladea", byScript("caladea", style), style, true);
            case "dejavu sans" -> face("DejaVu Sans", List.of(DEJAVU.formatted("Sans", slanted)), style, false);
            case "dejavu sans mono" ->
                face("DejaVu Sans Mono", List.of(DEJAVU.formatted("SansMono", slanted)), style, false);
            case "dejavu serif" ->
                face(
                        "DejaVu Serif",
                        List.of(DEJAVU.formatted("Serif", slanted.replace("Oblique", "Italic"))),
                        style,
                        true);
            default -> Optional.empty();
        };
    }

    private static List<String> byScript(String family, Style style) {
        return SCRIPTS.stream()
                .map(script -> WOFF.formatted(
                        family, script, style.bold() ? "700" : "400", style.italic() ? "italic" : "normal"))
                .toList();
    }

    private static Optional<Face> face(String family, List<String> places, Style style, boolean roman) {
        return Optional.of(new Face(family, files(places.stream()), resorts(style, roman)));
    }

    /** What is asked for a character that a face lacks, one after the other. */
    private static List<Supplier<Optional<FontFile>>> resorts(Style style, boolean roman) {
        String slanted = style.word("Oblique").isEmpty() ? "" : "-" + style.word("Oblique");
        String or = style.word("Italic").isEmpty() ? "Regular" : style.word("Italic");
        return files(Stream.of(
                LIBERATION.formatted(roman ? "Serif" : "Sans", or),
                DEJAVU.formatted("Sans", slanted),
                DEJAVU.formatted("Sans", "")));
    }

    private static List<Supplier<Optional<FontFile>>> files(Stream<String> places) {
        return places.<Supplier<Optional<FontFile>>>map(place -> () -> findRead(place))
                .toList();
    }

    private static Optional<FontFile> findRead(String place) {
        return READ.computeIfAbsent(place, FontBook::readShipped);
    }

    private static Optional<FontFile> readShipped(String place) {
        try (InputStream in = FontBook.class.getResourceAsStream(place)) {
            return in == null ? Optional.empty() : Optional.of(FontFile.read(in.readAllBytes()));
        } catch (IOException e) {
            throw new UncheckedIOException("The font " + Objects.requireNonNull(place) + " is broken", e);
        }
    }
}
