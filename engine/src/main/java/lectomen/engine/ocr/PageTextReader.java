package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.image.Ink;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Points;
import lectomen.engine.layout.LineSpot;
import lectomen.engine.layout.PageLayout;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.PageInk;
import lectomen.engine.prepare.Straightening;

/**
 * Reads the text of a page that is a picture. A page that leans is set level for reading, and the boxes of its words are those of the
 * level page; the page says by how much it leaned.
 */
public final class PageTextReader {
    private static final double POINTS_PER_INCH = 72;
    /** Pieces that are less sure on average are no print: smears, strokes of a pen, pictures. */
    private static final double LEAST_SURE = 0.35;
    /** The same for pieces of one or two signs. */
    private static final double LEAST_SURE_OF_FEW = 0.6;

    private final PagePixels page;
    private final PageLayout layout;
    private final LineNet net;
    private final Following following;

    private PageTextReader(PagePixels page, PageLayout layout, LineNet net, Following following) {
        this.page = page;
        this.layout = layout;
        this.net = net;
        this.following = following;
    }

    /** @param number of the page; boxes are in points from its top left */
    public static Page read(PagePixels page, int number) {
        PagePixels square = page.square();
        PagePixels grey = square.with(Points.as(Ink.GREY, square.image()));
        InkMask mask = PageInk.of(square);
        Straightening straightening = Straightening.of(mask, square.dotsPerInchX());
        PagePixels straight = straightening.isNeeded() ? straightening.apply(grey) : square;
        InkMask ink = straightening.isNeeded() ? PageInk.of(straight) : mask;
        PageLayout layout = PageLayout.of(straight, ink);
        PageTextReader reader = new PageTextReader(straight, layout, LineNet.get(), Language.get());
        return reader.read(number, page.pageWidth(), page.pageHeight(), straightening.degrees());
    }

    private Page read(int number, double width, double height, double lean) {
        List<Word> level = new ArrayList<>();
        List<Line> turned = new ArrayList<>();
        for (LineSpot spot : layout.lines()) {
            List<Word> words = words(spot);
            if (spot.turn() == LineSpot.Turn.LEVEL) {
                level.addAll(words);
            } else if (!words.isEmpty()) {
                turned.add(new Line(words, Box.around(words, Word::box)));
            }
        }
        List<Line> lines = new ArrayList<>(Page.gather(level));
        lines.addAll(turned);
        return new Page(number, width, height, Page.Unit.POINT, lines, lean);
    }

    private List<Word> words(LineSpot spot) {
        if (spot.turn() == LineSpot.Turn.LEVEL) {
            return printed(read(spot));
        }
        List<Word> up = read(spot);
        List<Word> down = read(layout.onItsHead(spot));
        return printed(sureness(up) >= sureness(down) ? up : down);
    }

    /** Without what is no print. */
    private static List<Word> printed(List<Word> words) {
        int signs = words.stream().mapToInt(word -> word.text().length()).sum();
        return sureness(words) < (signs <= 2 ? LEAST_SURE_OF_FEW : LEAST_SURE) ? List.of() : words;
    }

    /** Of its signs, on average. */
    private static double sureness(List<Word> words) {
        return words.stream()
                .flatMap(word -> word.doubts().signs().stream())
                .mapToDouble(Double::doubleValue)
                .average()
                .orElse(0);
    }

    private List<Word> read(LineSpot spot) {
        LineCut cut = LineCut.of(layout.picture(spot));
        Steps steps = Steps.ofWeights(net.read(cut.points(), cut.width()));
        List<Word> words = new ArrayList<>();
        for (LineReader.Read read : LineReader.read(steps, net, following)) {
            words.add(word(read, spot, cut));
        }
        return words;
    }

    private Word word(LineReader.Read read, LineSpot spot, LineCut cut) {
        StringBuilder text = new StringBuilder();
        List<Double> signs = new ArrayList<>();
        for (LineReader.Sign sign : read.signs()) {
            text.append(net.sign(sign.kind()));
            signs.add(sign.confidence());
        }
        double per = LineNet.COLUMNS_PER_STEP / cut.perPoint();
        LineReader.Sign last = read.signs().get(read.signs().size() - 1);
        Box box = layout.box(spot, read.signs().get(0).from() * per, last.to() * per);
        double unit = POINTS_PER_INCH / page.dotsPerInchX();
        List<Word.Other> others = read.others().stream()
                .map(other -> new Word.Other(other.text(), other.share()))
                .toList();
        return new Word(
                text.toString(),
                new Box(box.left() * unit, box.top() * unit, box.width() * unit, box.height() * unit),
                read.share(),
                new Word.Doubts(signs, others));
    }
}
