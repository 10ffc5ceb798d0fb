package lectomen.engine.office.rtf;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;

/** The header of a file: its fonts, colours, styles, lists, defaults and properties. */
final class RtfFront {
    private static final Set<String> TABLES =
            Set.of("fonttbl", "colortbl", "stylesheet", "listtable", "listoverridetable");

    private final RtfFonts fonts = new RtfFonts();
    private final RtfColours colours = new RtfColours();
    private final RtfLists lists = new RtfLists();
    private final Map<String, String> properties = new HashMap<>();
    private final Map<Integer, Integer> headings = new HashMap<>();
    private final StringBuilder text = new StringBuilder();
    private boolean spaceByHtml;
    private int usualFont;
    private String usualLanguage = "";
    private int style;

    private int fontNumber;
    private int fontCharset = -1;
    private FormatProperty.FontKind fontKind = FormatProperty.FontKind.UNKNOWN;

    RtfFonts fonts() {
        return fonts;
    }

    RtfColours colours() {
        return colours;
    }

    RtfLists lists() {
        return lists;
    }

    Map<String, String> properties() {
        return properties;
    }

    /** Empty where it does not say. */
    String language() {
        return usualLanguage;
    }

    boolean spaceByHtml() {
        return spaceByHtml;
    }

    RtfFonts.Font usualFont() {
        return fonts.get(usualFont);
    }

    /** The font of a number, or the usual one below 0. */
    RtfFonts.Font font(int number) {
        return fonts.get(number >= 0 ? number : usualFont);
    }

    /** With the level of the headings that a style is for, where it is for any and none is said. */
    Formatting headed(int ofStyle, Formatting paragraph) {
        Integer level = headings.get(ofStyle);
        return level == null || paragraph.gives(FormatProperty.HEADING)
                ? paragraph
                : paragraph.with(FormatProperty.HEADING, level);
    }

    static boolean isTable(String destination) {
        return TABLES.contains(destination);
    }

    /** Whether the word opens a table or a group of one, which has then begun. */
    boolean opens(String word, RtfState state) {
        if (isTable(word)) {
            state.destination = word;
            text.setLength(0);
            return true;
        }
        if (state.destination.startsWith("list") && isTable(state.destination) && lists.opens(word)) {
            state.plain();
            state.paragraphAnew();
            return true;
        }
        return false;
    }

    void close(String word, RtfState state) {
        if (word.equals("fonttbl")) {
            endFont();
        } else {
            lists.close(word, state);
        }
    }

    /** A group opens inside a table. */
    void enter(RtfState state) {
        if (state.destination.equals("stylesheet")) {
            state.plain();
            state.paragraphAnew();
            style = 0;
            text.setLength(0);
        }
    }

    /** A group closes inside a table. */
    void leave(String table) {
        if (table.equals("stylesheet")) {
            endStyle();
        }
    }

    void word(String word, OptionalInt number, RtfState state) {
        switch (state.destination) {
            case "fonttbl" -> fontWord(word, number);
            case "colortbl" -> colourWord(word, number);
            case "stylesheet" -> styleWord(word, number);
            default -> {
                if (!lists.word(word, number) && !state.paragraphWord(word, number, colours)) {
                    state.textWord(word, number, fonts, colours);
                }
            }
        }
    }

    /** Whether the word says what is usual in the file, which is then noted. */
    boolean usualWord(String word, OptionalInt number) {
        switch (word) {
            case "deflang" -> usualLanguage = RtfState.language(number.orElse(0));
            case "deff" -> usualFont = number.orElse(0);
            case "ansicpg" -> fonts.usualPage(number.orElse(1252));
            case "pc" -> fonts.usualPage(437);
            case "pca" -> fonts.usualPage(850);
            case "mac" -> fonts.usualPage(10000);
            case "htmautsp" -> spaceByHtml = true;
            default -> {
                return false;
            }
        }
        return true;
    }

    void text(String more) {
        text.append(more);
    }

    /** A semicolon ends an entry. */
    void endEntry(String table) {
        if (table.equals("colortbl")) {
            colours.end();
        } else if (table.equals("fonttbl")) {
            endFont();
        }
    }

    void property(String name, String value) {
        properties.put(name.equals("doccomm") ? "description" : name, value);
    }

    private void fontWord(String word, OptionalInt number) {
        switch (word) {
            case "f" -> fontNumber = number.orElse(0);
            case "froman" -> fontKind = FormatProperty.FontKind.ROMAN;
            case "fswiss" -> fontKind = FormatProperty.FontKind.SWISS;
            case "fmodern" -> fontKind = FormatProperty.FontKind.MONO;
            case "fscript" -> fontKind = FormatProperty.FontKind.SCRIPT;
            case "fdecor" -> fontKind = FormatProperty.FontKind.DECORATIVE;
            case "fcharset" -> fontCharset = number.orElse(-1);
            default -> {}
        }
    }

    private void endFont() {
        if (!text.toString().isBlank()) {
            fonts.put(fontNumber, text.toString(), fontKind, fontCharset);
        }
        text.setLength(0);
        fontKind = FormatProperty.FontKind.UNKNOWN;
        fontCharset = -1;
    }

    private void colourWord(String word, OptionalInt number) {
        switch (word) {
            case "red" -> colours.part(16, number.orElse(0));
            case "green" -> colours.part(8, number.orElse(0));
            case "blue" -> colours.part(0, number.orElse(0));
            default -> {}
        }
    }

    /** A style's words stand again on each paragraph; only what it is called is of use. */
    private void styleWord(String word, OptionalInt number) {
        if (word.equals("s")) {
            style = number.orElse(0);
        } else if (word.equals("cs") || word.equals("ts") || word.equals("ds")) {
            style = -1;
        }
    }

    private void endStyle() {
        String name = text.toString().replaceFirst(";.*$", "").strip().toLowerCase(Locale.ROOT);
        if (style >= 0 && name.matches("heading [1-9]")) {
            headings.put(style, name.charAt(8) - '0');
        }
        text.setLength(0);
        style = 0;
    }
}
