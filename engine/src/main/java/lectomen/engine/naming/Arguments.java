package lectomen.engine.naming;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The arguments of a transform: words, whole numbers, and texts in single quotes, where two quotes stand for one.
 *
 * <p>A transform says what it takes as a shape: {@code ''} for a quoted text, {@code #} for a number, {@code ..} for any word,
 * and every other word for itself.
 */
final class Arguments {
    private static final int MOST_DIGITS = 6;

    private record Token(String text, boolean quoted) {
        boolean fits(String shape) {
            return switch (shape) {
                case "''" -> quoted;
                case "#" -> !quoted && text.matches("[1-9]\\d{0," + (MOST_DIGITS - 1) + "}");
                case ".." -> !quoted;
                default -> !quoted && text.equals(shape);
            };
        }
    }

    private final String raw;
    private final List<Token> tokens;

    private Arguments(String raw, List<Token> tokens) {
        this.raw = raw;
        this.tokens = tokens;
    }

    /** Empty when a quote is not closed. */
    static Optional<Arguments> parse(String raw) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        while (at < raw.length()) {
            char c = raw.charAt(at);
            if (Character.isWhitespace(c) || c == ',') {
                at++;
            } else if (c == '\'') {
                StringBuilder text = new StringBuilder();
                int end = unquote(raw, at + 1, text);
                if (end < 0) {
                    return Optional.empty();
                }
                tokens.add(new Token(text.toString(), true));
                at = end;
            } else {
                int end = at;
                while (end < raw.length() && " \t\n,'".indexOf(raw.charAt(end)) < 0) {
                    end++;
                }
                tokens.add(new Token(raw.substring(at, end), false));
                at = end;
            }
        }
        return Optional.of(new Arguments(raw.strip(), tokens));
    }

    /** Where the text after an opening quote has ended; negative when it does not. */
    private static int unquote(String raw, int from, StringBuilder text) {
        for (int at = from; at < raw.length(); at++) {
            if (raw.charAt(at) != '\'') {
                text.append(raw.charAt(at));
            } else if (at + 1 < raw.length() && raw.charAt(at + 1) == '\'') {
                text.append('\'');
                at++;
            } else {
                return at + 1;
            }
        }
        return -1;
    }

    String raw() {
        return raw;
    }

    boolean isEmpty() {
        return tokens.isEmpty();
    }

    /** The texts, numbers and free words of a shape such as {@code "'' by ''"}, in order; empty when it does not fit. */
    Optional<List<String>> match(String shape) {
        String[] wanted = shape.split(" ");
        if (tokens.size() != wanted.length) {
            return Optional.empty();
        }
        List<String> values = new ArrayList<>();
        for (int i = 0; i < wanted.length; i++) {
            if (!tokens.get(i).fits(wanted[i])) {
                return Optional.empty();
            }
            if (wanted[i].equals("''") || wanted[i].equals("#") || wanted[i].equals("..")) {
                values.add(tokens.get(i).text());
            }
        }
        return Optional.of(values);
    }

    /** Like {@link #match} for a shape that may stand several times, with an end of another shape; both may be absent. */
    Optional<Repeated> matchRepeated(String shape, String endShape) {
        int length = shape.split(" ").length;
        int endLength = endShape.split(" ").length;
        List<List<String>> items = new ArrayList<>();
        int at = 0;
        while (at + length <= tokens.size()) {
            Optional<List<String>> item = part(at, at + length).match(shape);
            if (item.isEmpty()) {
                break;
            }
            items.add(item.get());
            at += length;
        }
        if (at == tokens.size()) {
            return Optional.of(new Repeated(items, List.of()));
        }
        return at + endLength == tokens.size()
                ? part(at, tokens.size()).match(endShape).map(end -> new Repeated(items, end))
                : Optional.empty();
    }

    record Repeated(List<List<String>> items, List<String> end) {}

    private Arguments part(int from, int to) {
        return new Arguments("", tokens.subList(from, to));
    }
}
