package lectomen.engine.reason;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.Properties;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The one catalogue of sentences for reasons. A parameter stands in braces; one without a value is left out. */
final class ReasonWords {
    private static final Properties SENTENCES = load();
    private static final Pattern PARAMETER = Pattern.compile("\\{([a-z ]+)}");

    private ReasonWords() {}

    static void requireSentence(String code) {
        if (!SENTENCES.containsKey(code)) {
            throw new IllegalArgumentException("No sentence in reasons.properties for reason " + code);
        }
    }

    static String words(Reason reason) {
        String sentence = SENTENCES.getProperty(reason.code());
        if (sentence == null) {
            return reason.code();
        }
        Matcher matcher = PARAMETER.matcher(sentence);
        return matcher.replaceAll(
                        match -> Matcher.quoteReplacement(reason.parameters().getOrDefault(match.group(1), "")))
                .strip();
    }

    private static Properties load() {
        Properties sentences = new Properties();
        try (InputStream in = Objects.requireNonNull(ReasonWords.class.getResourceAsStream("reasons.properties"));
                Reader reader = new InputStreamReader(in, StandardCharsets.UTF_8)) {
            sentences.load(reader);
        } catch (IOException e) {
            throw new UncheckedIOException("reasons.properties can't be read", e);
        }
        return sentences;
    }
}
