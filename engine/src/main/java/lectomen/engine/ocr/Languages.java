package lectomen.engine.ocr;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Properties;
import java.util.TreeSet;

/** The languages whose letters the recogniser knows; choosing the page's languages rules out unusual accents. */
public final class Languages {
    /** What a letter that no chosen language has must make up for by its looks. */
    private static final double STRANGE = -3;

    private Languages() {}

    private static final class Holder {
        static final Properties LETTERS = load();
    }

    private static Properties load() {
        String name = "languages.properties";
        try (InputStream in = Objects.requireNonNull(Languages.class.getResourceAsStream(name), name);
                Reader reader = new InputStreamReader(in, StandardCharsets.UTF_8)) {
            Properties letters = new Properties();
            letters.load(reader);
            return letters;
        } catch (IOException e) {
            throw new IllegalStateException("The languages can't be loaded", e);
        }
    }

    /** Their codes of two letters (ISO 639), in the order of the alphabet. */
    public static List<String> known() {
        return List.copyOf(new TreeSet<>(Holder.LETTERS.stringPropertyNames()));
    }

    /** @param chosen codes; none for all letters alike */
    static SequenceModel following(Collection<String> chosen, LineNet net) {
        if (chosen.isEmpty()) {
            return LanguageModel.get();
        }
        StringBuilder letters = new StringBuilder();
        chosen.forEach(code -> letters.append(Holder.LETTERS.getProperty(code, "")));
        String expected = letters + letters.toString().toUpperCase(Locale.ROOT);
        boolean[] strange = new boolean[net.classes()];
        for (int kind = 1; kind < strange.length; kind++) {
            char sign = net.sign(kind);
            strange[kind] = sign > 0x7f && Character.isLetter(sign) && expected.indexOf(sign) < 0;
        }
        return new Chosen(LanguageModel.get(), strange);
    }

    private record Chosen(SequenceModel all, boolean[] strange) implements SequenceModel {
        @Override
        public double next(int[] kinds, int count, int kind) {
            return all.next(kinds, count, kind) + (strange[kind] ? STRANGE : 0);
        }

        @Override
        public double end(int[] kinds) {
            return all.end(kinds);
        }
    }
}
