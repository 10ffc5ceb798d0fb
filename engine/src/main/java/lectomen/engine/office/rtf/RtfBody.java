package lectomen.engine.office.rtf;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import lectomen.engine.flow.ContentInventory;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.office.FieldInstruction;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.OpenFields;
import lectomen.engine.office.SymbolSigns;

/**
 * Reads a file's body, word by word. What is said holds to the end of its group. Text flows into the story that is open; the
 * words that open a destination say what becomes of its group's text, and a destination that is not known is passed over, as
 * the format asks.
 */
final class RtfBody {
    private static final int DEEPEST = 5_000;
    private static final int DEEPEST_STORY = 20;
    private static final Formatting BASE = Formatting.NONE
            .with(FormatProperty.FONT, "Times New Roman")
            .with(FormatProperty.FONT_KIND, FormatProperty.FontKind.ROMAN)
            .with(FormatProperty.SIZE, 12.0);

    private final class Frame {
        private final RtfState outer = state.copy();
        private final List<Runnable> atClose = new ArrayList<>();
        private final List<Runnable> afterClose = new ArrayList<>();
    }

    private final RtfTokens tokens;
    private final FlowOptions wish;
    private final ContentInventory inventory;
    private final RtfFront front = new RtfFront();
    private final RtfLabels labels = new RtfLabels(front);
    private final RtfNotes notes;
    private final RtfChanges changes;
    private final RtfPages pages = new RtfPages();
    private final RtfShape shape = new RtfShape();
    private final RtfPicture picture = new RtfPicture();
    private final Deque<RtfStory> stories = new ArrayDeque<>();
    private final Deque<Frame> frames = new ArrayDeque<>();
    private final OpenFields fields = new OpenFields();
    private final ByteArrayOutputStream letters = new ByteArrayOutputStream();
    private final StringBuilder gathered = new StringBuilder();
    private RtfState state = new RtfState();
    private boolean groupBegan;
    private boolean star;
    private char highSurrogate;
    private boolean rowOpen;
    private int toPassOver;
    private int style;

    RtfBody(byte[] file, FlowOptions wish, ContentInventory inventory) {
        this.tokens = new RtfTokens(file);
        this.wish = wish;
        this.inventory = inventory;
        this.notes = new RtfNotes(inventory);
        this.changes = new RtfChanges(wish.changes(), inventory);
        stories.push(new RtfStory("body", 0, inventory));
        state.font = -1;
    }

    RtfFront front() {
        return front;
    }

    RtfPages pages() {
        return pages;
    }

    /** @throws IOException if it is no such file */
    void read() throws IOException {
        boolean begun = false;
        while (tokens.next() != RtfTokens.Kind.END) {
            boolean groupBegins = groupBegan;
            groupBegan = tokens.kind() == RtfTokens.Kind.OPEN;
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
                    symbol(tokens.word(), groupBegins);
                }
                case BYTE -> letter(tokens.value());
                case BINARY, END -> {}
            }
        }
        throw new IOException("it ends before its groups are closed; it may not have been copied completely");
    }

    private void openGroup() throws IOException {
        if (frames.size() > DEEPEST) {
            throw new IOException("its groups are nested more than " + DEEPEST + " deep in each other");
        }
        Frame frame = new Frame();
        frames.push(frame);
        star = false;
        String around = state.destination;
        if (RtfFront.isTable(around)) {
            front.enter(state);
            frame.atClose.add(() -> front.leave(around));
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
            case "fonttbl", "colortbl", "stylesheet", "listtable", "listoverridetable" ->
                front.word(word, number, state);
            case "pict" -> picture.word(word, number);
            case "shpinst" -> shape.word(word, number);
            case "" -> textWord(word, number);
            default -> gatheredWord(word, number);
        }
    }

    private boolean opensDestination(String word) {
        Frame frame = frames.peek();
        if (RtfDestinations.isPassedOver(word)) {
            if (word.equals("template")) {
                inventory.found(ContentInventory.Kind.OUTSIDE);
                inventory.leaveOut(ContentInventory.Kind.OUTSIDE, ContentInventory.Why.OUTSIDE, "template");
            }
            state.destination = "skip";
            return true;
        }
        if (RtfDestinations.isStory(word)) {
            openStory(word, frame);
            return true;
        }
        if (front.opens(word, state)) {
            frame.atClose.add(() -> front.close(word, state));
            return true;
        }
        if (RtfDestinations.isGathered(word, state.destination)) {
            state.destination = word;
            gathered.setLength(0);
            frame.atClose.add(() -> endGathered(word));
            return true;
        }
        switch (word) {
            case "info", "shpinst" -> state.destination = word;
            case "pict" -> {
                state.destination = word;
                picture.begin();
                frame.atClose.add(this::endPicture);
            }
            case "shp" -> shape.begin();
            case "field" -> {
                if (state.destination.equals("fldinst")) {
                    // What works out another field's instruction is no text.
                    state.destination = "skip";
                } else {
                    fields.begin();
                    frame.atClose.add(this::endField);
                }
            }
            case "object" -> {
                inventory.found(ContentInventory.Kind.EMBEDDED);
                inventory.leaveOut(ContentInventory.Kind.EMBEDDED, ContentInventory.Why.NOT_DRAWN, "");
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
        boolean unmatched = kind.equals("annotation") && !wish.comments();
        if (unmatched) {
            inventory.found(ContentInventory.Kind.COMMENT);
            inventory.leaveOut(ContentInventory.Kind.COMMENT, ContentInventory.Why.NOT_WANTED, "");
        }
        if (unmatched || around.depth() >= DEEPEST_STORY) {
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
            case "footnote" -> around.add(notes.note(story, look()));
            case "annotation" -> around.add(notes.comment(story, look()));
            case "shptxt" -> around.add(shape.box(story.blocks(), inventory));
            default -> pages.running(story.kind(), story.blocks());
        }
    }

    private void endGathered(String destination) {
        String whole = gathered.toString();
        String text = whole.strip();
        gathered.setLength(0);
        switch (destination) {
            case "bkmkstart" -> stories.peek().add(new Inline.Bookmark(text));
            case "sn" -> shape.name(text);
            case "sv" -> shape.value(text);
            case "listtext", "pntext" -> endLabel(text);
            case "leveltext" -> front.lists().levelText(whole);
            case "fldinst" -> {
                fields.instruct(text);
                fields.separate();
            }
            default -> front.property(destination, text);
        }
    }

    private void endLabel(String text) {
        if (!text.isEmpty()) {
            stories.peek().label(labels.stored(text, state.text.over(BASE), state.font));
        }
    }

    private void endField() {
        fields.end().ifPresent(field -> add(field, ""));
    }

    private void add(FieldInstruction.Computed field, String stored) {
        inventory.found(ContentInventory.Kind.FIELD);
        stories.peek().add(new Inline.Field(field.kind(), field.numeral().orElse(pages.numeral()), stored, look()));
    }

    private void endPicture() {
        inventory.found(ContentInventory.Kind.PICTURE);
        stories.peek().add(new Inline.Standing(picture.thing(inventory), look(), fields.link()));
    }

    private void gatheredWord(String word, OptionalInt number) {
        switch (word) {
            case "u" -> unicode(number.orElse('?'));
            case "uc" -> state.substitutes = Math.max(0, number.orElse(1));
            case "tab" -> gathered.append(' ');
            case "bullet" -> gathered.append('\u2022');
            default -> state.textWord(word, number, front.fonts(), front.colours());
        }
    }

    private void symbol(String sign, boolean groupBegins) {
        switch (sign) {
            case "*" -> star = groupBegins; // elsewhere it says nothing
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
            case "fonttbl", "colortbl" -> {
                if (value == ';') {
                    flush();
                    front.endEntry(state.destination);
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
        RtfFonts.Font font = front.font(state.font);
        boolean set = isText() || RtfDestinations.isLabel(state.destination);
        Charset meaning = set
                ? font.isSymbol() ? StandardCharsets.ISO_8859_1 : font.letters()
                : front.fonts().usual();
        text(meaning.decode(ByteBuffer.wrap(all)).toString());
    }

    private void unicode(int number) {
        char unit = (char) (number & 0xffff);
        toPassOver = state.substitutes;
        if (Character.isHighSurrogate(unit)) {
            highSurrogate = unit; // the other half of the character follows
        } else if (Character.isLowSurrogate(unit)) {
            text(
                    Character.isHighSurrogate(highSurrogate)
                            ? Character.toString(Character.toCodePoint(highSurrogate, unit))
                            : "\uFFFD");
            highSurrogate = 0;
        } else {
            text(Character.toString(unit));
        }
    }

    private void text(String text) {
        if (RtfFront.isTable(state.destination)) {
            front.text(text);
            return;
        }
        if (!isText()) {
            gathered.append(text);
            return;
        }
        Formatting look = look();
        if (look.get(FormatProperty.HIDDEN) || changes.leavesOut(state)) {
            return;
        }
        Optional<FieldInstruction.Computed> computed = fields.findComputed();
        if (computed.isPresent()) {
            if (fields.write()) {
                add(computed.get(), text);
            }
            return;
        }
        String font = look.get(FormatProperty.FONT);
        boolean symbol = SymbolSigns.isSymbolFont(font);
        stories.peek()
                .add(new Inline.Text(
                        symbol ? SymbolSigns.plain(text, font) : text,
                        symbol ? look.with(FormatProperty.FONT, BASE.get(FormatProperty.FONT)) : look,
                        fields.link()));
    }

    private Formatting look() {
        Formatting look = state.text;
        if (!look.gives(FormatProperty.FONT)) {
            RtfFonts.Font font = front.usualFont();
            look = look.with(FormatProperty.FONT, font.name()).with(FormatProperty.FONT_KIND, font.kind());
        }
        return changes.shown(look, state).over(BASE);
    }

    private void endParagraph() {
        Formatting mark = look();
        Optional<RtfLists.Item> item = front.lists().next(state.list, state.listLevel);
        item.ifPresent(one -> stories.peek().labelIfNone(labels.counted(one, mark, state.listLevel)));
        Formatting paragraph =
                item.map(one -> state.paragraph.over(one.level().paragraph())).orElse(state.paragraph);
        stories.peek().endParagraph(state, String.valueOf(style), paragraph.over(mark), mark);
    }

    private void textWord(String word, OptionalInt number) {
        RtfStory story = stories.peek();
        String sign = RtfSigns.BY_WORD.get(word);
        if (sign != null) {
            text(sign);
            return;
        }
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
            case "tab" -> story.add(new Inline.Tab(look(), fields.link()));
            case "chpgn" -> add(new FieldInstruction.Computed(Inline.Field.What.PAGE, Optional.empty()), "1");
            case "chftn" -> noteMark(story);
            case "ftnalt" -> story.atEnd();
            case "pard" -> {
                state.paragraphAnew();
                rowOpen = false;
            }
            case "s" -> {
                style = number.orElse(0);
                state.paragraph = front.headed(style, state.paragraph);
            }
            case "revised" -> changes.inserted(state, number.orElse(1) != 0);
            case "deleted" -> changes.removed(state, number.orElse(1) != 0);
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
            default -> otherWord(story, word, number);
        }
    }

    private void otherWord(RtfStory story, String word, OptionalInt number) {
        boolean ofRow = rowOpen
                && (word.startsWith("t") || word.startsWith("cl") || word.startsWith("brdr") || word.equals("cellx"));
        if (ofRow && story.rows(state).word(word, number, front.colours())) {
            return;
        }
        if (!front.usualWord(word, number)
                && !pages.word(word, number)
                && !state.paragraphWord(word, number, front.colours())) {
            state.textWord(word, number, front.fonts(), front.colours());
        }
    }

    /** In the text the note itself brings its mark; in the note it stands before its words. */
    private void noteMark(RtfStory story) {
        if (story.kind().equals("footnote")) {
            text(notes.mark(story));
        }
    }
}
