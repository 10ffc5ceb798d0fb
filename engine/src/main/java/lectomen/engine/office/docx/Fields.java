package lectomen.engine.office.docx;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Numeral;

/**
 * Fields that runs open and close (ISO/IEC 29500-1, 17.16): page numbers are worked out anew, what leads elsewhere becomes a link, and
 * all others keep what the program that saved the file saw last.
 */
final class Fields {
    private static final Pattern QUOTED = Pattern.compile("\"([^\"]*)\"|(\\S+)");

    private static final class Open {
        private final StringBuilder instruction = new StringBuilder();
        private boolean result;
        private boolean written;
    }

    private final Deque<Open> open = new ArrayDeque<>();

    void begin() {
        open.push(new Open());
    }

    void instruct(String text) {
        if (!open.isEmpty() && !open.peek().result) {
            open.peek().instruction.append(text);
        }
    }

    void separate() {
        if (!open.isEmpty()) {
            open.peek().result = true;
        }
    }

    /** @return the field's kind, for one that has no result and is worked out */
    Optional<Computed> end() {
        if (open.isEmpty()) {
            return Optional.empty();
        }
        Open closed = open.pop();
        return closed.written || isInstruction() ? Optional.empty() : Computed.find(closed.instruction.toString());
    }

    /** A document that ends inside a field. */
    void finish() {
        open.clear();
    }

    /** Whether what stands here is an instruction and not text, be it by a field that lies in another's instruction. */
    boolean isInstruction() {
        return open.stream().anyMatch(one -> !one.result);
    }

    /** The innermost field that is worked out anew, whose stored result is not text. */
    Optional<Computed> findComputed() {
        for (Open one : open) {
            Optional<Computed> computed = Computed.find(one.instruction.toString());
            if (computed.isPresent()) {
                return computed;
            }
        }
        return Optional.empty();
    }

    /** True once for the field that is open: its place is taken. */
    boolean write() {
        for (Open one : open) {
            if (Computed.find(one.instruction.toString()).isPresent()) {
                boolean first = !one.written;
                one.written = true;
                return first;
            }
        }
        return false;
    }

    /** Where the text leads that stands here; empty for nowhere. */
    String link() {
        for (Open one : open) {
            String link = link(one.instruction.toString());
            if (!link.isEmpty()) {
                return link;
            }
        }
        return "";
    }

    static String link(String instruction) {
        String text = instruction.strip();
        if (!text.toUpperCase(Locale.ROOT).startsWith("HYPERLINK")) {
            return "";
        }
        Matcher words = QUOTED.matcher(text.substring("HYPERLINK".length()));
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
        if (address.isEmpty()) {
            return place.isEmpty() ? "" : "#" + place;
        }
        return place.isEmpty() ? address : address + "#" + place;
    }

    /** A field that is worked out. */
    record Computed(Inline.Field.What kind, Numeral numeral) {
        static Optional<Computed> find(String instruction) {
            String[] words = instruction.strip().split("\\s+");
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
            Numeral numeral = Numeral.DECIMAL;
            for (int i = 1; i + 1 < words.length; i++) {
                if (words[i].equals("\\*")) {
                    numeral = numeral(words[i + 1], numeral);
                }
            }
            return Optional.of(new Computed(kind, numeral));
        }

        private static Numeral numeral(String word, Numeral otherwise) {
            return switch (word) {
                case "ROMAN" -> Numeral.ROMAN;
                case "roman" -> Numeral.ROMAN_SMALL;
                case "ALPHABETIC" -> Numeral.LETTER;
                case "alphabetic" -> Numeral.LETTER_SMALL;
                case "Ordinal", "ordinal" -> Numeral.ORDINAL;
                default -> otherwise;
            };
        }
    }
}
