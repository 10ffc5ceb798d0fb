package lectomen.engine.step;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import lectomen.engine.ocr.PageChoice;
import lectomen.engine.yaml.Node;
import lectomen.engine.yaml.Section;

/** Reads settings of the usual shapes. */
public final class SettingReader {
    private SettingReader() {}

    /** yes or no. @param usual where nothing is said */
    public static boolean yes(Section section, String word, boolean usual) {
        return section.find(word).isPresent() ? section.yes(word) : usual;
    }

    /** One of some words. @param usual where nothing is said */
    public static <T> T choice(
            Section section, String word, Function<String, Optional<T>> find, List<String> words, T usual) {
        Optional<Node.Text> text = section.findText(word);
        Optional<T> found = text.flatMap(written -> find.apply(written.text()));
        if (text.isPresent() && found.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be one of: " + String.join(", ", words) + "; not "
                            + text.get().kind());
        }
        return found.orElse(usual);
    }

    /** A whole number. */
    public static OptionalInt whole(Section section, String word, int least, int most) {
        Optional<Node.Text> text = section.findText(word);
        if (text.isEmpty()) {
            return OptionalInt.empty();
        }
        if (text.get().text().matches("\\d{1,6}")) {
            int value = Integer.parseInt(text.get().text());
            if (value >= least && value <= most) {
                return OptionalInt.of(value);
            }
        }
        section.report(
                text.get().spot(),
                "\"" + word + "\" must be a whole number from " + least + " to " + most + ", not "
                        + text.get().kind());
        return OptionalInt.empty();
    }

    /** A choice of pages; all where nothing is said. */
    public static PageChoice pages(Section section, String word) {
        Optional<Node.Text> text = section.findText(word);
        Optional<PageChoice> found = text.flatMap(written -> PageChoice.find(written.text()));
        if (text.isPresent() && found.isEmpty()) {
            section.report(
                    text.get().spot(),
                    "\"" + word + "\" must be such as 1, 1 to 3, 2 to last or last, not "
                            + text.get().kind());
        }
        return found.orElse(PageChoice.ALL);
    }
}
