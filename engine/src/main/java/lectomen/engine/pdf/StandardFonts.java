package lectomen.engine.pdf;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.fontbox.FontBoxFont;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.font.CIDFontMapping;
import org.apache.pdfbox.pdmodel.font.FontMapper;
import org.apache.pdfbox.pdmodel.font.FontMappers;
import org.apache.pdfbox.pdmodel.font.FontMapping;
import org.apache.pdfbox.pdmodel.font.PDCIDSystemInfo;
import org.apache.pdfbox.pdmodel.font.PDFontDescriptor;

/**
 * The product's own fonts for the families that PDF files name without having them: Helvetica, Times and Courier, and those with the
 * same widths. So a page looks the same whatever fonts a machine has.
 */
public final class StandardFonts implements FontMapper {
    private final FontMapper others;
    private final Map<String, TrueTypeFont> opened = new ConcurrentHashMap<>();

    static {
        FontMappers.set(new StandardFonts(FontMappers.instance()));
    }

    private StandardFonts(FontMapper others) {
        this.others = others;
    }

    /** Has pages drawn with them from now on. */
    public static void use() {
        // done once, when the class is loaded
    }

    /** The name of the file with the font that stands in for another, such as LiberationSerif-Bold. */
    public static Optional<String> findFile(String name) {
        return family(name).map(family -> "Liberation" + family + "-" + style(name));
    }

    private static Optional<String> family(String name) {
        String plain = name.replaceFirst("^[A-Z]{6}\\+", "").toLowerCase(Locale.ROOT);
        if (plain.startsWith("helvetica") || plain.startsWith("arial")) {
            return plain.contains("narrow") || plain.contains("black") ? Optional.empty() : Optional.of("Sans");
        }
        if (plain.startsWith("times")) {
            return Optional.of("Serif");
        }
        return plain.startsWith("courier") ? Optional.of("Mono") : Optional.empty();
    }

    private static String style(String name) {
        String plain = name.toLowerCase(Locale.ROOT);
        boolean bold = plain.contains("bold");
        boolean italic = plain.contains("italic") || plain.contains("oblique");
        return bold ? italic ? "BoldItalic" : "Bold" : italic ? "Italic" : "Regular";
    }

    /** Opens one of the fonts, by the name of its file. */
    public static TrueTypeFont open(String file) throws IOException {
        String path = "/liberation/" + file + ".ttf";
        try (InputStream in = Objects.requireNonNull(StandardFonts.class.getResourceAsStream(path), path)) {
            return new TTFParser().parse(new RandomAccessReadBuffer(in.readAllBytes()));
        }
    }

    private Optional<TrueTypeFont> find(String name) {
        return findFile(name)
                .map(file -> opened.computeIfAbsent(file, wanted -> {
                    try {
                        return open(wanted);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                }));
    }

    @Override
    public FontMapping<TrueTypeFont> getTrueTypeFont(String name, PDFontDescriptor descriptor) {
        return find(name)
                .map(font -> new FontMapping<>(font, false))
                .orElseGet(() -> others.getTrueTypeFont(name, descriptor));
    }

    @Override
    public FontMapping<FontBoxFont> getFontBoxFont(String name, PDFontDescriptor descriptor) {
        return find(name)
                .map(font -> new FontMapping<FontBoxFont>(font, false))
                .orElseGet(() -> others.getFontBoxFont(name, descriptor));
    }

    @Override
    public CIDFontMapping getCIDFont(String name, PDFontDescriptor descriptor, PDCIDSystemInfo system) {
        return others.getCIDFont(name, descriptor, system);
    }
}
