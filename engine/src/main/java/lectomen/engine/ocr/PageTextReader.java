package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.image.Ink;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Points;
import lectomen.engine.page.Box;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Letters;
import lectomen.engine.prepare.PageInk;
import lectomen.engine.prepare.Straightening;

/**
 * Reads the text of a page that is a picture. A page that leans is straightened for reading, and the boxes of its words lie on the
 * straight page, so that what stands in one row has one height: by each degree of lean they are off by up to a hundredth of the
 * page's width where they are drawn over the page as it came.
 */
public final class PageTextReader {
    private static final double POINTS_PER_INCH = 72;

    private PageTextReader() {}

    /** @param number of the page; boxes are in points from its top left */
    public static Page read(PagePixels page, int number) {
        PagePixels square = page.square();
        PagePixels grey = square.with(Points.as(Ink.GREY, square.image()));
        InkMask mask = PageInk.of(square);
        Straightening straightening = Straightening.of(mask, square.dotsPerInchX());
        PagePixels straight = straightening.apply(grey);
        InkMask ink = straightening.isNeeded() ? PageInk.of(straight) : mask;
        List<Word> words = new ArrayList<>();
        for (TextLines.Piece piece : TextLines.of(ink, straight.dotsPerInchX())) {
            LineCut cut = LineCut.of(straight, piece.left(), piece.top(), piece.right(), piece.bottom());
            LineText text = LineText.of(LineNet.get().read(cut.points(), cut.width()), LineNet.get());
            int begin = LineCut.begin(piece.left(), piece.top(), piece.bottom());
            words.addAll(words(text, cut, begin, piece, straight.dotsPerInchX()));
        }
        return Page.ofWords(number, page.pageWidth(), page.pageHeight(), Page.Unit.POINT, words);
    }

    private static List<Word> words(LineText text, LineCut cut, int begin, TextLines.Piece piece, double dots) {
        List<Word> words = new ArrayList<>();
        List<LineText.Sign> word = new ArrayList<>();
        for (LineText.Sign sign : text.signs()) {
            if (sign.sign() == ' ') {
                add(word, cut, begin, piece, dots, words);
            } else {
                word.add(sign);
            }
        }
        add(word, cut, begin, piece, dots, words);
        return words;
    }

    private static void add(
            List<LineText.Sign> signs, LineCut cut, int begin, TextLines.Piece piece, double dots, List<Word> words) {
        if (signs.isEmpty()) {
            return;
        }
        double left = begin + signs.get(0).from() / cut.perPoint();
        double right = begin + signs.get(signs.size() - 1).to() / cut.perPoint();
        StringBuilder text = new StringBuilder();
        double confidence = 1;
        for (LineText.Sign sign : signs) {
            text.append(sign.sign());
            confidence = Math.min(confidence, sign.confidence());
        }
        Box found = around(piece, left, right);
        double unit = POINTS_PER_INCH / dots;
        Box box = found;
        words.add(new Word(
                text.toString(),
                new Box(box.left() * unit, box.top() * unit, box.width() * unit, box.height() * unit),
                confidence));
        signs.clear();
    }

    /** The letters whose middle lies between the word's ends; without any, the ends at the height of the line. */
    private static Box around(TextLines.Piece piece, double left, double right) {
        double from = Double.MAX_VALUE;
        double to = 0;
        double slack = (piece.bottom() - piece.top()) * 0.25;
        for (Letters.Letter letter : piece.letters()) {
            double middle = (letter.left() + letter.right()) / 2.0;
            if (middle >= left - slack && middle <= right + slack) {
                from = Math.min(from, letter.left());
                to = Math.max(to, letter.right());
            }
        }
        boolean hit = from < to;
        double begin = hit ? from : left;
        return new Box(begin, piece.top(), Math.max(1, (hit ? to : right) - begin), piece.bottom() - piece.top());
    }
}
