package lectomen.engine.reason;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.Properties;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The one catalogue of reason texts. A parameter is written in braces; one without a value is left out. {@code {count: page
 * is|pages are}} gives the first wording where the parameter is 1, and else the second.
 */
final class ReasonWords {
    private static final Properties SENTENCES = load();
    private static final Pattern PARAMETER = Pattern.compile("\\{([a-z ]+)(?:: ([^|}]*)\\|([^}]*))?}");

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
        return matcher.replaceAll(match -> Matcher.quoteReplacement(filled(match, reason)))
                .strip();
    }

    private static String filled(MatchResult match, Reason reason) {
        String value = reason.parameters().getOrDefault(match.group(1), "");
        if (match.group(2) == null) {
            return value;
        }
        return match.group(value.equals("1") ? 2 : 3);
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
