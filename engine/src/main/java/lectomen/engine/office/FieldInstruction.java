package lectomen.engine.office;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Numeral;

/**
 * The instruction of a document field, in the syntax that Office Open XML (ISO/IEC 29500-1, 17.16) and the rich text format
 * share.
 */
public record FieldInstruction(String text) {
    private static final Pattern QUOTED = Pattern.compile("\"([^\"]*)\"|(\\S+)");
    private static final String LINK = "HYPERLINK";

    /** A field that is worked out again. @param numeral as far as it is said */
    public record Computed(Inline.Field.What kind, Optional<Numeral> numeral) {}

    /** Empty for one whose stored text stands. */
    public Optional<Computed> findComputed() {
        String[] words = text.strip().split("\\s+");
        Inline.Field.What kind =
                switch (words[0].toUpperCase(Locale.ROOT)) {
                    case "PAGE" -> Inline.Field.What.PAGE;
                    case "NUMPAGES" -> Inline.Field.What.PAGES;
                    case "SECTIONPAGES" -> Inline.Field.What.SECTION_PAGES;
                    default -> null;
                };
        if (kind == null) {
            return Optional.empty();
        }
        Optional<Numeral> numeral = Optional.empty();
        for (int i = 1; i + 1 < words.length; i++) {
            if (words[i].equals("\\*")) {
                Optional<Numeral> said = numeral(words[i + 1]);
                numeral = said.isPresent() ? said : numeral;
            }
        }
        return Optional.of(new Computed(kind, numeral));
    }

    private static Optional<Numeral> numeral(String word) {
        return switch (word) {
            case "ROMAN" -> Optional.of(Numeral.ROMAN);
            case "roman" -> Optional.of(Numeral.ROMAN_SMALL);
            case "ALPHABETIC" -> Optional.of(Numeral.LETTER);
            case "alphabetic" -> Optional.of(Numeral.LETTER_SMALL);
            case "Ordinal", "ordinal" -> Optional.of(Numeral.ORDINAL);
            default -> Optional.empty();
        };
    }

    /** Where it leads: an address, a # and a place of the document, or both; empty for nowhere. */
    public String link() {
        String said = text.strip();
        if (!said.toUpperCase(Locale.ROOT).startsWith(LINK)) {
            return "";
        }
        Matcher words = QUOTED.matcher(said.substring(LINK.length()));
        String address = "";
        String place = "";
        boolean placeNext = false;
        while (words.find()) {
            String word = words.group(1) == null ? words.group(2) : words.group(1);
            if (word.equals("\\l")) {
                placeNext = true;
            } else if (placeNext) {
                place = word;
                placeNext = false;
            } else if (!word.startsWith("\\") && address.isEmpty()) {
                address = word;
            }
        }
        return place.isEmpty() ? address : address + "#" + place;
    }
}
