package lectomen.engine.reason;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The catalogue of reason texts: {@code reasons.properties} beside this class; and beside a kind of step, for reasons whose codes
 * begin with the name of its package. A parameter is written in braces; one without a value is left out. {@code {count: page
 * is|pages are}} gives the first wording where the parameter is 1, and else the second.
 */
final class ReasonWords {
    private static final Properties SENTENCES = load("reasons.properties").orElseThrow();
    private static final Map<String, Optional<Properties>> OF_STEPS = new ConcurrentHashMap<>();
    private static final Pattern PARAMETER = Pattern.compile("\\{([a-z ]+)(?:: ([^|}]*)\\|([^}]*))?}");

    private ReasonWords() {}

    static void requireSentence(String code) {
        if (findSentence(code).isEmpty()) {
            throw new IllegalArgumentException("No sentence in reasons.properties for reason " + code);
        }
    }

    static String words(Reason reason) {
        Optional<String> sentence = findSentence(reason.code());
        if (sentence.isEmpty()) {
            return reason.code();
        }
        Matcher matcher = PARAMETER.matcher(sentence.get());
        return matcher.replaceAll(match -> Matcher.quoteReplacement(filled(match, reason)))
                .strip();
    }

    private static Optional<String> findSentence(String code) {
        String sentence = SENTENCES.getProperty(code);
        return sentence != null
                ? Optional.of(sentence)
                : OF_STEPS.computeIfAbsent(
                                code.substring(0, Math.max(0, code.indexOf('.'))),
                                step -> load("/lectomen/engine/step/" + step + "/reasons.properties"))
                        .map(sentences -> sentences.getProperty(code));
    }

    private static String filled(MatchResult match, Reason reason) {
        String value = reason.parameters().getOrDefault(match.group(1), "");
        if (match.group(2) == null) {
            return value;
        }
        return match.group(value.equals("1") ? 2 : 3);
    }

    private static Optional<Properties> load(String resource) {
        try (InputStream in = ReasonWords.class.getResourceAsStream(resource)) {
            if (in == null) {
                return Optional.empty();
            }
            Properties sentences = new Properties();
            sentences.load(new InputStreamReader(in, StandardCharsets.UTF_8));
            return Optional.of(sentences);
        } catch (IOException e) {
            throw new UncheckedIOException(resource + " can't be read", e);
        }
    }
}
