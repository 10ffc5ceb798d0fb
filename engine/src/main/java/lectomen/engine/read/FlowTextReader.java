package lectomen.engine.read;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import lectomen.engine.flow.FlowDocument;
import lectomen.engine.font.FontBook;
import lectomen.engine.identify.FileType;
import lectomen.engine.ocr.ReadingOptions;
import lectomen.engine.office.FlowOptions;
import lectomen.engine.office.FlowReadResult;
import lectomen.engine.office.FlowReader;
import lectomen.engine.page.Box;
import lectomen.engine.page.DocumentText;
import lectomen.engine.page.Page;
import lectomen.engine.page.ReadResult;
import lectomen.engine.page.Word;
import lectomen.engine.progress.Progress;
import lectomen.engine.typeset.Mark;
import lectomen.engine.typeset.SetPage;
import lectomen.engine.typeset.Typeset;
import lectomen.engine.typeset.Typesetter;

/** Reads the words of a flow document, at their positions after layout. */
final class FlowTextReader {
    private FlowTextReader() {}

    static ReadResult read(Path file, FileType type, FontBook fonts, ReadingOptions wish, Progress.Listener listener)
            throws IOException {
        FlowReadResult reading = FlowReader.read(file, type, FlowOptions.USUAL);
        if (reading instanceof FlowReadResult.Unreadable unreadable) {
            return new ReadResult.Unreadable(unreadable.reason());
        }
        FlowDocument document = ((FlowReadResult.Read) reading).document();
        Typeset set = Typesetter.set(document, fonts);
        int count = set.pages().size();
        List<Page> pages = new ArrayList<>();
        for (int number = 1; number <= count; number++) {
            if (wish.pages().has(number, count)) {
                listener.at(new Progress("reading pages", number - 1, count));
                pages.add(page(set.pages().get(number - 1), number));
            }
        }
        return new ReadResult.Read(
                new DocumentText(pages, List.of(), document.properties().values()));
    }

    private static Page page(SetPage page, int number) {
        List<Word> words = new ArrayList<>();
        Joining joining = new Joining(words);
        for (Mark mark : page.marks()) {
            if (mark instanceof Mark.Words letters && !letters.plain().isEmpty() && letters.turn() == 0) {
                joining.add(letters);
            }
        }
        joining.end();
        return Page.ofWords(number, page.width(), page.height(), Page.Unit.POINT, words);
    }

    /** Joins letters that touch each other into words: a word can change its type midway. */
    private static final class Joining {
        private static final double TOUCHES = 0.6;

        private final List<Word> words;
        private final StringBuilder text = new StringBuilder();
        private double left;
        private double right;
        private double top;
        private double bottom;
        private double baseline;

        Joining(List<Word> words) {
            this.words = words;
        }

        void add(Mark.Words letters) {
            double at = letters.left();
            String plain = letters.plain();
            boolean same = plain.length() == letters.text().length();
            String drawn = same ? letters.text() : plain;
            for (int i = 0; i < plain.length(); ) {
                int sign = plain.codePointAt(i);
                int length = Character.charCount(sign);
                double width = same ? width(letters, drawn.codePointAt(i)) : letters.width() / plain.length() * length;
                if (Character.isWhitespace(sign)) {
                    end();
                } else {
                    add(sign, at, width, letters);
                }
                at += width;
                i += length;
            }
        }

        private static double width(Mark.Words letters, int sign) {
            double wide = Math.max(0, letters.font().width(sign)) * letters.size() * letters.stretch();
            return wide + letters.spacing() + (sign == ' ' ? letters.widerBlanks() : 0);
        }

        private void add(int sign, double at, double width, Mark.Words letters) {
            boolean touches =
                    Math.abs(at - right) < TOUCHES && Math.abs(letters.baseline() - baseline) < letters.size();
            if (!text.isEmpty() && !touches) {
                end();
            }
            double high = letters.baseline() - letters.font().ascent() * letters.size();
            double low = letters.baseline() + letters.font().descent() * letters.size();
            if (text.isEmpty()) {
                left = at;
                top = high;
                bottom = low;
                baseline = letters.baseline();
            }
            top = Math.min(top, high);
            bottom = Math.max(bottom, low);
            right = at + width;
            text.appendCodePoint(sign);
        }

        void end() {
            String word = text.toString().replace("\u00AD", "");
            if (!word.isEmpty()) {
                words.add(Word.certain(word, new Box(left, top, right - left, bottom - top)));
            }
            text.setLength(0);
        }
    }
}
