package lectomen.engine.office.rtf;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.flow.Inline;

/** A field that is open: page numbers are worked out anew, links lead where they say, others keep their stored text. */
final class RtfField {
    private static final Pattern WORDS = Pattern.compile("\"([^\"]*)\"|(\\S+)");

    private String instruction = "";
    private boolean written;

    void instruct(String text) {
        instruction = text;
    }

    Optional<Inline.Field.What> findComputed() {
        String first = instruction.strip().split("\\s+")[0].toUpperCase(Locale.ROOT);
        return switch (first) {
            case "PAGE" -> Optional.of(Inline.Field.What.PAGE);
            case "NUMPAGES" -> Optional.of(Inline.Field.What.PAGES);
            case "SECTIONPAGES" -> Optional.of(Inline.Field.What.SECTION_PAGES);
            default -> Optional.empty();
        };
    }

    /** True once: the field's place is taken. */
    boolean write() {
        boolean first = !written;
        written = true;
        return first;
    }

    /** One that has no stored text to stand in the place of. */
    Optional<Inline.Field.What> findUnwritten() {
        return written ? Optional.empty() : findComputed();
    }

    String link() {
        String text = instruction.strip();
        if (!text.toUpperCase(Locale.ROOT).startsWith("HYPERLINK")) {
            return "";
        }
        Matcher words = WORDS.matcher(text.substring("HYPERLINK".length()));
        boolean place = false;
        while (words.find()) {
            String word = words.group(1) == null ? words.group(2) : words.group(1);
            if (word.equals("\\l")) {
                place = true;
            } else if (!word.startsWith("\\")) {
                return place ? "#" + word : word;
            }
        }
        return "";
    }
}
