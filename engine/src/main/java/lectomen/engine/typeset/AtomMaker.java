package lectomen.engine.typeset;

import com.ibm.icu.text.ArabicShaping;
import com.ibm.icu.text.ArabicShapingException;
import com.ibm.icu.text.Bidi;
import com.ibm.icu.text.BreakIterator;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import lectomen.engine.flow.FlowObject;
import lectomen.engine.flow.FormatProperty;
import lectomen.engine.flow.Formatting;
import lectomen.engine.flow.Inline;
import lectomen.engine.font.FontFile;

/**
 * Splits a paragraph into atoms: at spaces, at line break opportunities, and where the font or direction changes.
 *
 * <p>Letters of most European text are taken apart at blanks and hyphens, as word processors do. Where others stand, lines end
 * where Unicode's rules for them (UAX #14) let them, and letters that run from the right get their places by UAX #9.
 */
final class AtomMaker {
    private static final char OBJECT = '\uFFFC';
    private static final char SOFT_HYPHEN = '\u00AD';
    private static final char NO_BREAK_HYPHEN = '\u2011';
    private static final int EMPTY_BOX = 0x25A1;
    private static final char NO_BREAK_BLANK = '\u00A0';
    private static final String HYPHENS = "-\u2010\u2013\u2014";

    /** From here on text may run from the right, or has no blanks between words. */
    private static final char FIRST_OTHER = '\u0590';

    private final Setting setting;
    private final ObjectSetter things;

    /** @param things sets what is written in pictures and shapes */
    AtomMaker(Setting setting, ObjectSetter things) {
        this.setting = setting;
        this.things = things;
    }

    private static final class Work {
        private final List<Atom> atoms = new ArrayList<>();
        private final Node node;
        private final Direction direction;
        private int at;
        private String link = "";
        private Node linked;

        Work(Node node, Direction direction) {
            this.node = node;
            this.linked = node;
            this.direction = direction;
        }

        Node nodeFor(String to) {
            if (to.isEmpty()) {
                link = "";
                return node;
            }
            if (!to.equals(link)) {
                link = to;
                linked = node.add(Node.Kind.LINK);
            }
            return linked;
        }
    }

    /** Where lines may end in a paragraph's text, and which way it runs. */
    private record Direction(String text, BitSet ends, byte[] levels) {
        int level(int at) {
            return levels.length == 0 ? 0 : levels[Math.min(at, levels.length - 1)];
        }
    }

    /** @param node what the paragraph is in the document's structure */
    List<Atom> atoms(List<Inline> inlines, boolean fromRight, Node node) {
        Work work = new Work(node, direction(inlines, fromRight));
        for (Inline inline : inlines) {
            add(work, inline);
        }
        return work.atoms;
    }

    private static Direction direction(List<Inline> inlines, boolean fromRight) {
        StringBuilder whole = new StringBuilder();
        for (Inline inline : inlines) {
            whole.append(inline instanceof Inline.Text text ? text.text() : String.valueOf(OBJECT));
        }
        String text = whole.toString();
        boolean other = fromRight
                || text.chars().anyMatch(sign -> sign >= FIRST_OTHER && sign != OBJECT && !isPunctuation(sign));
        byte[] levels = {};
        if (other && (fromRight || Bidi.requiresBidi(text.toCharArray(), 0, text.length()))) {
            levels = new Bidi(text, fromRight ? Bidi.RTL : Bidi.LTR).getLevels();
        }
        return new Direction(text, other ? endsByUnicode(text) : endsAtBlanks(text), levels);
    }

    /** General punctuation and symbols, which stand in any text. */
    private static boolean isPunctuation(int sign) {
        return sign >= 0x2000 && sign < 0x2E80;
    }

    private static BitSet endsByUnicode(String text) {
        BitSet ends = new BitSet();
        BreakIterator lines = BreakIterator.getLineInstance(Locale.ROOT);
        lines.setText(text);
        for (int end = lines.first(); end != BreakIterator.DONE; end = lines.next()) {
            ends.set(end);
        }
        return ends;
    }

    private static BitSet endsAtBlanks(String text) {
        BitSet ends = new BitSet();
        for (int i = 1; i < text.length(); i++) {
            char before = text.charAt(i - 1);
            char sign = text.charAt(i);
            boolean afterHyphen = HYPHENS.indexOf(before) >= 0
                    && i >= 2
                    && text.charAt(i - 2) != ' '
                    && sign != ' '
                    && HYPHENS.indexOf(sign) < 0;
            if ((before == ' ' && sign != ' ') || afterHyphen) {
                ends.set(i);
            }
        }
        return ends;
    }

    private void add(Work work, Inline inline) {
        if (inline instanceof Inline.Text text) {
            addText(work, text);
            return;
        }
        work.at++;
        if (inline instanceof Inline.Tab tab) {
            work.atoms.add(new Atom.Tab(setting.type(tab.look()), work.nodeFor(tab.link()), tab.link()));
        } else if (inline instanceof Inline.Break end) {
            work.atoms.add(new Atom.Break(end.where(), setting.type(end.look())));
        } else if (inline instanceof Inline.Field field) {
            ResolvedFormatting type = setting.type(field.look());
            String guess = field.stored().isEmpty() ? "1" : field.stored();
            work.atoms.add(new Atom.Counted(field, type, type.width(guess), work.node));
        } else if (inline instanceof Inline.SoftHyphen hyphen) {
            ResolvedFormatting type = setting.type(hyphen.look());
            work.atoms.add(new Atom.Hyphen(type, type.width("-"), work.node));
        } else if (inline instanceof Inline.Bookmark mark) {
            work.atoms.add(new Atom.Place(mark.name()));
        } else if (inline instanceof Inline.Note note) {
            addNote(work, note);
        } else if (inline instanceof Inline.Standing standing) {
            Node node = figure(work.nodeFor(standing.link()), standing.thing());
            ObjectSetter.SetThing set = things.set(standing.thing(), node);
            work.atoms.add(new Atom.Box(set.thing(), set.inside(), node, standing.link(), standing));
        } else if (inline instanceof Inline.Floating floating) {
            work.atoms.add(new Atom.Hung(floating, figure(work.node, floating.thing())));
        }
    }

    /** A picture is a figure; a box of text is read where it stands. */
    static Node figure(Node within, FlowObject thing) {
        if (thing instanceof FlowObject.Gap) {
            return Node.ORNAMENT;
        }
        boolean text =
                thing instanceof FlowObject.Shape shape && !shape.blocks().isEmpty();
        return within.add(text ? Node.Kind.GROUP : Node.Kind.FIGURE, thing.alternative(), "");
    }

    private void addNote(Work work, Inline.Note note) {
        ResolvedFormatting type = setting.type(note.look().with(FormatProperty.SCRIPT, FormatProperty.Script.ABOVE));
        Node reference = work.node.add(Node.Kind.REFERENCE);
        work.atoms.add(new Atom.Letters(
                note.mark(), note.mark(), type, type.width(note.mark()), false, false, 0, reference, ""));
        work.atoms.add(new Atom.Noted(note, work.node));
    }

    private void addText(Work work, Inline.Text text) {
        String all = text.text();
        int start = work.at;
        work.at += all.length();
        if (text.look().get(FormatProperty.HIDDEN)) {
            return;
        }
        ResolvedFormatting type = setting.type(text.look());
        Node node = work.nodeFor(text.link());
        int from = 0;
        while (from < all.length()) {
            int to = pieceEnd(work, all, start, from);
            String piece = all.substring(from, to);
            boolean mayEnd = work.direction.ends.get(start + to);
            add(work, piece, type, mayEnd, work.direction.level(start + from), node, text.link());
            from = to;
        }
    }

    /** A piece is blanks alone or none, has one direction, and no place inside where a line may end. */
    private static int pieceEnd(Work work, String all, int start, int from) {
        boolean blanks = all.charAt(from) == ' ';
        int to = from + 1;
        while (to < all.length()
                && (all.charAt(to) == ' ') == blanks
                && all.charAt(to - 1) != SOFT_HYPHEN
                && all.charAt(to) != SOFT_HYPHEN
                && !work.direction.ends.get(start + to)
                && work.direction.level(start + to) == work.direction.level(start + from)) {
            to++;
        }
        return to;
    }

    private void add(
            Work work, String piece, ResolvedFormatting type, boolean mayEnd, int level, Node node, String link) {
        if (piece.charAt(0) == SOFT_HYPHEN) {
            work.atoms.add(new Atom.Hyphen(type, type.width("-"), node));
            return;
        }
        String plain = piece.replace(NO_BREAK_HYPHEN, '-');
        if (type.look().get(FormatProperty.CAPITALS)) {
            letters(work, plain.toUpperCase(locale(type.look())), type, mayEnd, level, node, link);
        } else if (type.look().get(FormatProperty.SMALL_CAPITALS)) {
            smallCapitals(work, plain, type, mayEnd, level, node, link);
        } else {
            letters(work, plain, type, mayEnd, level, node, link);
        }
    }

    private static Locale locale(Formatting look) {
        return Locale.forLanguageTag(look.get(FormatProperty.LANGUAGE));
    }

    private void smallCapitals(
            Work work, String piece, ResolvedFormatting type, boolean mayEnd, int level, Node node, String link) {
        int from = 0;
        while (from < piece.length()) {
            boolean small = Character.isLowerCase(piece.charAt(from));
            int to = from + 1;
            while (to < piece.length() && Character.isLowerCase(piece.charAt(to)) == small) {
                to++;
            }
            String part = piece.substring(from, to);
            boolean last = to == piece.length();
            letters(
                    work,
                    small ? part.toUpperCase(locale(type.look())) : part,
                    small ? type.asSmallCapitals() : type,
                    last && mayEnd,
                    level,
                    node,
                    link);
            from = to;
        }
    }

    /** Takes letters apart further where the font lacks some of them. */
    private void letters(
            Work work, String piece, ResolvedFormatting type, boolean mayEnd, int level, Node node, String link) {
        String drawn = drawable(level % 2 == 1 ? fromRight(piece) : piece, type);
        int from = 0;
        while (from < drawn.length()) {
            FontFile file = file(type, drawn.codePointAt(from));
            int to = from + Character.charCount(drawn.codePointAt(from));
            while (to < drawn.length() && file(type, drawn.codePointAt(to)) == file) {
                to += Character.charCount(drawn.codePointAt(to));
            }
            boolean whole = from == 0 && to == drawn.length();
            String part = drawn.substring(from, to);
            ResolvedFormatting in = type.in(file);
            work.atoms.add(new Atom.Letters(
                    part,
                    whole ? piece : part,
                    in,
                    in.width(part),
                    part.isBlank() && part.charAt(0) != NO_BREAK_BLANK,
                    mayEnd && to == drawn.length(),
                    level,
                    node,
                    link));
            from = to;
        }
    }

    /** With a box for each character that no font has, and without control characters. */
    private String drawable(String piece, ResolvedFormatting type) {
        boolean all = piece.codePoints().allMatch(sign -> type.file().has(sign));
        if (all) {
            return piece;
        }
        StringBuilder out = new StringBuilder();
        piece.codePoints().filter(sign -> !isUnseen(sign)).forEach(sign -> {
            boolean has = file(type, sign).has(sign);
            if (!has) {
                setting.missing(sign);
            }
            out.appendCodePoint(has ? sign : EMPTY_BOX);
        });
        return out.toString();
    }

    private static boolean isUnseen(int sign) {
        int kind = Character.getType(sign);
        return kind == Character.CONTROL || kind == Character.FORMAT || kind == Character.SURROGATE;
    }

    private static FontFile file(ResolvedFormatting type, int sign) {
        return type.file().has(sign) ? type.file() : type.face().fileFor(sign);
    }

    /** In the order and forms that they are drawn in. */
    private static String fromRight(String piece) {
        String shaped = piece;
        try {
            shaped = new ArabicShaping(ArabicShaping.LETTERS_SHAPE | ArabicShaping.LENGTH_GROW_SHRINK).shape(piece);
        } catch (ArabicShapingException e) {
            // What can't be shaped is drawn as it is written.
            shaped = piece;
        }
        return Bidi.writeReverse(shaped, Bidi.DO_MIRRORING | Bidi.KEEP_BASE_COMBINING);
    }
}
