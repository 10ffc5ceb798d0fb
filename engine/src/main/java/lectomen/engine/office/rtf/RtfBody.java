package lectomen.engine.office.rtf;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import lectomen.engine.flow.Inline;
import lectomen.engine.flow.Inventory;
import lectomen.engine.flow.Look;
import lectomen.engine.flow.Numeral;
import lectomen.engine.flow.Paragraph;
import lectomen.engine.flow.Trait;
import lectomen.engine.office.FlowWish;
import lectomen.engine.office.SymbolSigns;

/**
 * Goes through a file word by word. What is said holds to the end of its group. Text flows into the story that is open; the words that
 * open a destination say what becomes of its group's text, and a destination that is not known is passed over, as the format asks.
 */
final class RtfBody {
    private static final int DEEPEST = 5_000;
    private static final int DEEPEST_STORY = 20;
    private static final int INSERTED = 0x1F5C99;
    private static final int REMOVED = 0xB3261E;
    private static final Look BASE = Look.NONE
            .with(Trait.FONT, "Times New Roman")
            .with(Trait.FONT_KIND, Trait.FontKind.ROMAN)
            .with(Trait.SIZE, 12.0);

    /** Destinations whose text is gathered and not set. */
    private static final Set<String> GATHERED = Set.of(
            "title",
            "author",
            "subject",
            "keywords",
            "doccomm",
            "category",
            "bkmkstart",
            "sn",
            "sv",
            "listtext",
            "fldinst");

    private static final Set<String> STORIES = Set.of(
            "header",
            "headerl",
            "headerr",
            "headerf",
            "footer",
            "footerl",
            "footerr",
            "footerf",
            "footnote",
            "annotation",
            "shptxt");

    /** Destinations that are of no use on a page. */
    private static final Set<String> PASSED_OVER = Set.of(
            "listtable",
            "listoverridetable",
            "rsidtbl",
            "generator",
            "xmlnstbl",
            "themedata",
            "colorschememapping",
            "datastore",
            "latentstyles",
            "pgdsctbl",
            "filetbl",
            "revtbl",
            "objdata",
            "objclass",
            "bkmkend",
            "nonshppict",
            "pntext",
            "pn",
            "pnseclvl",
            "fontemb",
            "fontfile",
            "falt",
            "panose",
            "datafield",
            "template",
            "xe",
            "tc",
            "mmathPr",
            "userprops",
            "docvar",
            "ftnsep",
            "ftnsepc",
            "ftncn",
            "aftnsep",
            "aftnsepc",
            "aftncn",
            "nesttableprops",
            "background",
            "atnid",
            "atnauthor",
            "atndate",
            "atnref",
            "formfield",
            "shprslt",
            "do",
            "blipuid",
            "picprop",
            "defchp",
            "defpap",
            "creatim",
            "revtim",
            "printim",
            "buptim",
            "company",
            "manager",
            "operator",
            "hlinkbase",
            "nonesttables");

    private final class Frame {
        private final RtfState outer = state.copy();
        private final List<Runnable> atClose = new ArrayList<>();
        private final List<Runnable> afterClose = new ArrayList<>();
    }

    private final RtfTokens tokens;
    private final FlowWish wish;
    private final Inventory inventory;
    private final RtfFonts fonts = new RtfFonts();
    private final RtfColours colours = new RtfColours();
    private final RtfPages pages = new RtfPages();
    private final RtfShape shape = new RtfShape();
    private final RtfPicture picture = new RtfPicture();
    private final Map<String, String> properties = new HashMap<>();
    private final Map<Integer, Integer> headings = new HashMap<>();
    private final Deque<RtfStory> stories = new ArrayDeque<>();
    private final Deque<Frame> frames = new ArrayDeque<>();
    private final Deque<RtfField> fields = new ArrayDeque<>();
    private final ByteArrayOutputStream letters = new ByteArrayOutputStream();
    private final StringBuilder gathered = new StringBuilder();
    private RtfState state = new RtfState();
    private boolean star;
    private boolean inserted;
    private boolean rowOpen;
    private boolean spaceByHtml;
    private int usualFont;
    private String usualLanguage = "";
    private int toPassOver;
    private int footnotes;
    private int endnotes;
    private int comments;
    private int style;

    private int fontNumber;
    private int fontCharset = -1;
    private Trait.FontKind fontKind = Trait.FontKind.UNKNOWN;

    RtfBody(byte[] file, FlowWish wish, Inventory inventory) {
        this.tokens = new RtfTokens(file);
        this.wish = wish;
        this.inventory = inventory;
        stories.push(new RtfStory("body", 0, inventory));
        state.font = -1;
    }

    Map<String, String> properties() {
        return properties;
    }

    RtfPages pages() {
        return pages;
    }

    /** Empty where it does not say. */
    String language() {
        return usualLanguage;
    }

    boolean spaceByHtml() {
        return spaceByHtml;
    }

    /** @throws IOException if it is no such file */
    void read() throws IOException {
        boolean begun = false;
        while (tokens.next() != RtfTokens.Kind.END) {
            switch (tokens.kind()) {
                case OPEN -> {
                    flush();
                    openGroup();
                }
                case CLOSE -> {
                    flush();
                    closeGroup();
                    if (frames.isEmpty()) {
                        finish();
                        return;
                    }
                }
                case WORD -> {
                    begun |= tokens.word().equals("rtf");
                    if (!begun) {
                        throw new IOException("it does not begin as such files do");
                    }
                    flush();
                    word(tokens.word(), tokens.number());
                }
                case SYMBOL -> {
                    flush();
                    symbol(tokens.word());
                }
                case BYTE -> letter(tokens.value());
                case BINARY, END -> {}
            }
        }
        flush();
        while (!frames.isEmpty()) {
            closeGroup();
        }
        finish();
    }

    private void openGroup() throws IOException {
        if (frames.size() > DEEPEST) {
            throw new IOException("its groups lie more than " + DEEPEST + " deep in each other");
        }
        Frame frame = new Frame();
        frames.push(frame);
        star = false;
        if (state.destination.equals("stylesheet")) {
            state.plain();
            state.paragraphAnew();
            style = 0;
            gathered.setLength(0);
            frame.atClose.add(this::endStyle);
        }
    }

    private void closeGroup() {
        Frame frame = frames.pop();
        frame.atClose.forEach(Runnable::run);
        state = frame.outer;
        frame.afterClose.forEach(Runnable::run);
    }

    private void finish() {
        RtfStory body = stories.peek();
        if (body.hasInlines() || body.isEmpty()) {
            state.inTable = false;
            endParagraph();
        }
        body.closeTables();
        pages.end(body.blocks());
    }

    private boolean isText() {
        return state.destination.isEmpty();
    }

    private void word(String word, OptionalInt number) {
        boolean starred = star;
        star = false;
        if (state.destination.equals("skip")) {
            return;
        }
        if (!frames.isEmpty() && opensDestination(word)) {
            return;
        }
        if (starred) {
            state.destination = "skip";
            return;
        }
        switch (state.destination) {
            case "fonttbl" -> fontWord(word, number);
            case "colortbl" -> colourWord(word, number);
            case "stylesheet" -> styleWord(word, number);
            case "pict" -> picture.word(word, number);
            case "shpinst" -> shape.word(word, number);
            case "" -> textWord(word, number);
            default -> gatheredWord(word, number);
        }
    }

    private boolean opensDestination(String word) {
        Frame frame = frames.peek();
        if (PASSED_OVER.contains(word)) {
            if (word.equals("template")) {
                inventory.found(Inventory.Kind.OUTSIDE);
                inventory.leaveOut(Inventory.Kind.OUTSIDE, Inventory.Why.OUTSIDE, "template");
            }
            state.destination = "skip";
            return true;
        }
        if (STORIES.contains(word)) {
            openStory(word, frame);
            return true;
        }
        if (GATHERED.contains(word)) {
            boolean ofInfo =
                    !Set.of("bkmkstart", "sn", "sv", "listtext", "fldinst").contains(word);
            if (ofInfo && !state.destination.equals("info")) {
                return false;
            }
            state.destination = word;
            gathered.setLength(0);
            frame.atClose.add(() -> endGathered(word));
            return true;
        }
        switch (word) {
            case "fonttbl" -> {
                state.destination = word;
                gathered.setLength(0);
                frame.atClose.add(this::endFont);
            }
            case "colortbl", "stylesheet", "info", "shpinst" -> state.destination = word;
            case "pict" -> {
                state.destination = word;
                picture.begin();
                frame.atClose.add(this::endPicture);
            }
            case "shp" -> shape.begin();
            case "field" -> {
                fields.push(new RtfField());
                frame.atClose.add(this::endField);
            }
            case "object" -> {
                inventory.found(Inventory.Kind.EMBEDDED);
                inventory.leaveOut(Inventory.Kind.EMBEDDED, Inventory.Why.NOT_DRAWN, "");
            }
            case "shppict", "fldrslt", "sp", "shpgrp", "upr", "ud" -> {}
            default -> {
                return false;
            }
        }
        return true;
    }

    private void openStory(String kind, Frame frame) {
        RtfStory around = stories.peek();
        boolean unwanted = kind.equals("annotation") && !wish.comments();
        if (unwanted) {
            inventory.found(Inventory.Kind.COMMENT);
            inventory.leaveOut(Inventory.Kind.COMMENT, Inventory.Why.NOT_WANTED, "");
        }
        if (unwanted || around.depth() >= DEEPEST_STORY) {
            state.destination = "skip";
            return;
        }
        RtfStory story = new RtfStory(kind, around.depth() + 1, inventory);
        stories.push(story);
        state.destination = "";
        state.paragraphAnew();
        frame.atClose.add(() -> {
            if (story.hasInlines()) {
                state.inTable = false;
                endParagraph();
            }
            story.closeTables();
            stories.pop();
        });
        frame.afterClose.add(() -> endStory(story));
    }

    private void endStory(RtfStory story) {
        RtfStory around = stories.peek();
        switch (story.kind()) {
            case "footnote" -> {
                boolean end = story.isAtEnd();
                inventory.found(end ? Inventory.Kind.ENDNOTE : Inventory.Kind.FOOTNOTE);
                around.add(new Inline.Note(
                        end ? Inline.Note.Kind.END : Inline.Note.Kind.FOOT,
                        end ? Numeral.ROMAN_SMALL.of(++endnotes) : Integer.toString(++footnotes),
                        look(),
                        story.blocks()));
            }
            case "annotation" -> {
                inventory.found(Inventory.Kind.COMMENT);
                around.add(new Inline.Note(Inline.Note.Kind.COMMENT, "[c" + ++comments + "]", look(), story.blocks()));
            }
            case "shptxt" -> around.add(shape.box(story.blocks(), inventory));
            default -> pages.running(story.kind(), story.blocks());
        }
    }

    private void endGathered(String destination) {
        String text = gathered.toString().strip();
        gathered.setLength(0);
        switch (destination) {
            case "doccomm" -> properties.put("description", text);
            case "bkmkstart" -> stories.peek().add(new Inline.Bookmark(text));
            case "sn" -> shape.name(text);
            case "sv" -> shape.value(text);
            case "listtext" -> endLabel(text);
            case "fldinst" -> {
                if (!fields.isEmpty()) {
                    fields.peek().instruct(text);
                }
            }
            default -> properties.put(destination, text);
        }
    }

    /** The label as the program that saved the file numbered it. */
    private void endLabel(String text) {
        if (text.isEmpty()) {
            return;
        }
        RtfFonts.Font font = fonts.get(Math.max(0, state.font));
        Look look = state.text.over(BASE);
        boolean symbol = font.isSymbol() || SymbolSigns.isSymbolFont(look.get(Trait.FONT));
        stories.peek()
                .label(new Paragraph.Label(
                        SymbolSigns.plain(text, symbol ? look.get(Trait.FONT) : ""),
                        symbol ? look.with(Trait.FONT, fonts.get(usualFont).name()) : look,
                        Paragraph.After.TAB,
                        false,
                        "list",
                        0));
    }

    private void endField() {
        RtfField field = fields.pop();
        field.findUnwritten().ifPresent(kind -> add(kind, ""));
    }

    private void add(Inline.Field.What kind, String stored) {
        inventory.found(Inventory.Kind.FIELD);
        stories.peek().add(new Inline.Field(kind, pages.numeral(), stored, look()));
    }

    private void fontWord(String word, OptionalInt number) {
        switch (word) {
            case "f" -> fontNumber = number.orElse(0);
            case "froman" -> fontKind = Trait.FontKind.ROMAN;
            case "fswiss" -> fontKind = Trait.FontKind.SWISS;
            case "fmodern" -> fontKind = Trait.FontKind.MONO;
            case "fscript" -> fontKind = Trait.FontKind.SCRIPT;
            case "fdecor" -> fontKind = Trait.FontKind.DECORATIVE;
            case "fcharset" -> fontCharset = number.orElse(-1);
            default -> {}
        }
    }

    private void endFont() {
        if (!gathered.toString().isBlank()) {
            fonts.put(fontNumber, gathered.toString(), fontKind, fontCharset);
        }
        gathered.setLength(0);
        fontKind = Trait.FontKind.UNKNOWN;
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
        String name = gathered.toString().replaceFirst(";.*$", "").strip().toLowerCase(Locale.ROOT);
        if (style >= 0 && name.matches("heading [1-9]")) {
            headings.put(style, name.charAt(8) - '0');
        }
        gathered.setLength(0);
        style = 0;
    }

    private void endPicture() {
        inventory.found(Inventory.Kind.PICTURE);
        stories.peek().add(new Inline.Standing(picture.thing(inventory), look(), link()));
    }

    private void gatheredWord(String word, OptionalInt number) {
        switch (word) {
            case "u" -> unicode(number.orElse('?'));
            case "uc" -> state.substitutes = Math.max(0, number.orElse(1));
            case "tab" -> gathered.append(' ');
            case "bullet" -> gathered.append('\u2022');
            default -> state.textWord(word, number, fonts, colours);
        }
    }

    private void symbol(String sign) {
        switch (sign) {
            case "*" -> star = true;
            case "~" -> text("\u00A0");
            case "_" -> text("\u2011");
            case "\\", "{", "}" -> text(sign);
            case "-" -> {
                if (isText()) {
                    stories.peek().add(new Inline.SoftHyphen(look()));
                }
            }
            default -> {}
        }
    }

    private void letter(int value) {
        if (toPassOver > 0) {
            toPassOver--;
            return;
        }
        switch (state.destination) {
            case "skip", "info", "shpinst" -> {}
            case "pict" -> picture.hex(value);
            case "colortbl" -> {
                if (value == ';') {
                    colours.end();
                }
            }
            case "fonttbl" -> {
                if (value == ';') {
                    flush();
                    endFont();
                } else {
                    letters.write(value);
                }
            }
            default -> letters.write(value);
        }
    }

    /** Letters are gathered first: in some scripts two bytes make one. */
    private void flush() {
        if (letters.size() == 0) {
            return;
        }
        byte[] all = letters.toByteArray();
        letters.reset();
        RtfFonts.Font font = fonts.get(state.font >= 0 ? state.font : usualFont);
        boolean set = isText() || state.destination.equals("listtext");
        Charset meaning = set ? font.isSymbol() ? StandardCharsets.ISO_8859_1 : font.letters() : fonts.usual();
        text(meaning.decode(ByteBuffer.wrap(all)).toString());
    }

    private void unicode(int number) {
        text(Character.toString((char) (number & 0xffff)));
        toPassOver = state.substitutes;
    }

    private void text(String text) {
        if (!isText()) {
            gathered.append(text);
            return;
        }
        Look look = look();
        boolean leftOut = (state.removed && wish.changes() == FlowWish.Changes.ACCEPTED)
                || (inserted && wish.changes() == FlowWish.Changes.REFUSED);
        if (look.get(Trait.HIDDEN) || leftOut) {
            return;
        }
        Optional<Inline.Field.What> computed =
                fields.isEmpty() ? Optional.empty() : fields.peek().findComputed();
        if (computed.isPresent()) {
            if (fields.peek().write()) {
                add(computed.get(), text);
            }
            return;
        }
        String font = look.get(Trait.FONT);
        boolean symbol = SymbolSigns.isSymbolFont(font);
        stories.peek()
                .add(new Inline.Text(
                        symbol ? SymbolSigns.plain(text, font) : text,
                        symbol ? look.with(Trait.FONT, BASE.get(Trait.FONT)) : look,
                        link()));
    }

    private String link() {
        return fields.stream()
                .map(RtfField::link)
                .filter(link -> !link.isEmpty())
                .findFirst()
                .orElse("");
    }

    private Look look() {
        Look look = state.text;
        if (!look.gives(Trait.FONT)) {
            RtfFonts.Font font = fonts.get(usualFont);
            look = look.with(Trait.FONT, font.name()).with(Trait.FONT_KIND, font.kind());
        }
        if (wish.changes() == FlowWish.Changes.SHOWN && state.removed) {
            look = look.with(Trait.STRUCK, true).with(Trait.COLOUR, Trait.colour(REMOVED));
        } else if (wish.changes() == FlowWish.Changes.SHOWN && inserted) {
            look = look.with(Trait.UNDERLINE, Trait.Underline.SINGLE).with(Trait.COLOUR, Trait.colour(INSERTED));
        }
        return look.over(BASE);
    }

    private void change(boolean put, boolean on) {
        if (on) {
            inventory.found(Inventory.Kind.CHANGE);
            if (wish.changes() == FlowWish.Changes.SHOWN) {
                inventory.shown(Inventory.Kind.CHANGE);
            } else {
                inventory.leaveOut(Inventory.Kind.CHANGE, Inventory.Why.NOT_WANTED, put ? "insertion" : "deletion");
            }
        }
        if (put) {
            inserted = on;
        } else {
            state.removed = on;
        }
    }

    private void endParagraph() {
        Look mark = look();
        stories.peek().endParagraph(state, String.valueOf(style), state.paragraph.over(mark), mark);
    }

    private void textWord(String word, OptionalInt number) {
        RtfStory story = stories.peek();
        switch (word) {
            case "u" -> unicode(number.orElse('?'));
            case "uc" -> state.substitutes = Math.max(0, number.orElse(1));
            case "par" -> endParagraph();
            case "sect" -> {
                if (story.hasInlines() || story.isEmpty()) {
                    endParagraph();
                }
                story.closeTables();
                if (story.kind().equals("body")) {
                    pages.section(story.blocks());
                }
            }
            case "line" -> story.add(new Inline.Break(Inline.Break.Where.LINE, look()));
            case "page" -> story.add(new Inline.Break(Inline.Break.Where.PAGE, look()));
            case "column" -> story.add(new Inline.Break(Inline.Break.Where.COLUMN, look()));
            case "tab" -> story.add(new Inline.Tab(look(), link()));
            case "emdash" -> text("\u2014");
            case "endash" -> text("\u2013");
            case "lquote" -> text("\u2018");
            case "rquote" -> text("\u2019");
            case "ldblquote" -> text("\u201C");
            case "rdblquote" -> text("\u201D");
            case "bullet" -> text("\u2022");
            case "emspace" -> text("\u2003");
            case "enspace" -> text("\u2002");
            case "chpgn" -> add(Inline.Field.What.PAGE, "1");
            case "chftn" -> noteMark(story);
            case "ftnalt" -> story.atEnd();
            case "pard" -> {
                state.paragraphAnew();
                rowOpen = false;
            }
            case "s" -> style(number.orElse(0));
            case "revised" -> change(true, number.orElse(1) != 0);
            case "deleted" -> change(false, number.orElse(1) != 0);
            case "trowd" -> {
                rowOpen = true;
                story.rows(state).begin();
            }
            case "cell", "nestcell" -> {
                state.inTable = true;
                endParagraph();
                story.endCell(state);
            }
            case "row", "nestrow" -> story.rows(state).endRow();
            case "deflang" -> usualLanguage = RtfState.language(number.orElse(0));
            case "deff" -> usualFont = number.orElse(0);
            case "ansicpg" -> fonts.usualPage(number.orElse(1252));
            case "pc" -> fonts.usualPage(437);
            case "pca" -> fonts.usualPage(850);
            case "mac" -> fonts.usualPage(10000);
            case "htmautsp" -> spaceByHtml = true;
            default -> otherWord(story, word, number);
        }
    }

    private void otherWord(RtfStory story, String word, OptionalInt number) {
        boolean ofRow = rowOpen
                && (word.startsWith("tr") || word.startsWith("cl") || word.startsWith("brdr") || word.equals("cellx"));
        if (ofRow && story.rows(state).word(word, number, colours)) {
            return;
        }
        if (word.equals("plain")) {
            inserted = false;
        }
        if (!pages.word(word, number) && !state.paragraphWord(word, number, colours)) {
            state.textWord(word, number, fonts, colours);
        }
    }

    private void style(int number) {
        style = number;
        Integer heading = headings.get(number);
        if (heading != null && !state.paragraph.gives(Trait.HEADING)) {
            state.paragraph = state.paragraph.with(Trait.HEADING, heading);
        }
    }

    /** In the text the note itself brings its mark; in the note it stands before its words. */
    private void noteMark(RtfStory story) {
        if (story.kind().equals("footnote")) {
            text(story.isAtEnd() ? Numeral.ROMAN_SMALL.of(endnotes + 1) : Integer.toString(footnotes + 1));
        }
    }
}
