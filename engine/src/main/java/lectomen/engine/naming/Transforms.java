package lectomen.engine.naming;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/** All transforms by name. A new one is a line here and a row in the reference of the rule file. */
final class Transforms {
    private static final Map<String, Transform.Maker> BY_WORD = new TreeMap<>();

    static {
        put("upper", "", values -> (text, around) -> text.toUpperCase(around.locale()));
        put("lower", "", values -> (text, around) -> text.toLowerCase(around.locale()));
        put("title", "", values -> TextTransforms::title);
        put("capital", "", values -> TextTransforms::capital);
        put("plain", "", values -> plainly(TextTransforms::plain));
        put("initials", "", values -> plainly(TextTransforms::initials));
        put("digits", "", values -> plainly(text -> text.replaceAll("\\D+", "")));
        put("letters", "", values -> plainly(text -> text.replaceAll("[^\\p{L}]+", "")));
        put("first", "#", values -> TextTransforms.first(number(values)));
        put("last", "#", values -> TextTransforms.last(number(values)));
        put("drop first", "#", values -> TextTransforms.dropFirst(number(values)));
        put("drop last", "#", values -> TextTransforms.dropLast(number(values)));
        put("cut", "# to #", values -> TextTransforms.cut(number(values), Integer.parseInt(values.get(1))));
        put("before", "''", values -> TextTransforms.before(values.get(0)));
        put("after", "''", values -> TextTransforms.after(values.get(0)));
        put("trim", "''", values -> TextTransforms.trim(values.get(0)));
        put(
                "join",
                "''",
                values ->
                        plainly(text -> String.join(values.get(0), text.strip().split("[\\s_]+"))));
        put("front", "''", values -> plainly(text -> values.get(0) + text));
        put("back", "''", values -> plainly(text -> text + values.get(0)));
        put("or", "''", values -> (text, around) -> text.isBlank() ? values.get(0) : text);
        put("number to letter", "", values -> plainly(NumberTransforms::letter));
        put("letter to number", "", values -> plainly(NumberTransforms::number));
        BY_WORD.put("pad", TextTransforms::pad);
        BY_WORD.put("replace", TextTransforms::replace);
        BY_WORD.put("map", TextTransforms::map);
        BY_WORD.put("date", DateTransforms::form);
        BY_WORD.put("read date", DateTransforms::read);
        BY_WORD.put("plus", arguments -> NumberTransforms.plus(arguments).or(() -> DateTransforms.move(arguments, 1)));
        BY_WORD.put(
                "minus", arguments -> NumberTransforms.minus(arguments).or(() -> DateTransforms.move(arguments, -1)));
        BY_WORD.put("start of", DateTransforms::start);
        BY_WORD.put("end of", DateTransforms::end);
        BY_WORD.put("next", DateTransforms::next);
    }

    private Transforms() {}

    @FunctionalInterface
    private interface Of {
        Transform make(List<String> values);
    }

    private static void put(String word, String shape, Of of) {
        BY_WORD.put(
                word,
                arguments -> shape.isEmpty()
                        ? arguments.isEmpty() ? Optional.of(of.make(List.of())) : Optional.empty()
                        : arguments.match(shape).map(of::make));
    }

    private static int number(List<String> values) {
        return Integer.parseInt(values.get(0));
    }

    /** A change that needs to know nothing of what is around, and leaves what is empty. */
    private static Transform plainly(UnaryOperator<String> change) {
        return (text, around) -> text.isEmpty() ? "" : change.apply(text);
    }

    static List<String> words() {
        return List.copyOf(BY_WORD.keySet());
    }

    /** The word that a call begins with; the longest where one begins another. */
    static Optional<String> findWord(String call) {
        return BY_WORD.keySet().stream()
                .filter(word -> call.equals(word)
                        || (call.startsWith(word) && Character.isWhitespace(call.charAt(word.length()))))
                .max((one, other) -> Integer.compare(one.length(), other.length()));
    }

    static Optional<Transform> find(String word, String argument) {
        return Arguments.parse(argument)
                .flatMap(arguments -> Optional.ofNullable(BY_WORD.get(word)).flatMap(maker -> maker.make(arguments)));
    }
}
