package lectomen.engine.ocr;

import java.util.ArrayList;
import java.util.List;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Turn;
import lectomen.engine.layout.LineSpot;
import lectomen.engine.layout.PageLayout;
import lectomen.engine.page.Box;
import lectomen.engine.page.Line;
import lectomen.engine.page.Page;
import lectomen.engine.page.Word;
import lectomen.engine.prepare.InkMask;
import lectomen.engine.prepare.Letters;
import lectomen.engine.prepare.PageInk;
import lectomen.engine.prepare.PrintScale;
import lectomen.engine.prepare.Straightening;
import lectomen.engine.prepare.Upright;

/**
 * Recognises the text of a page picture. A page that leans is set level for reading, and the boxes of its words are those of the
 * level page; the page says by how much it leaned.
 */
public final class PageTextReader {
    private static final double POINTS_PER_INCH = 72;
    /** Pieces that are less sure on average are no print: smears, strokes of a pen, pictures. */
    private static final double LEAST_SURE = 0.35;
    /** The same for pieces of one or two characters. */
    private static final double LEAST_SURE_OF_FEW = 0.6;

    private static final double LEAST_SURE_OF_A_STROKE = 0.9;
    private static final double LEAST_SURE_AS_A_WORD = 0.75;
    /** In heights. */
    private static final double WIDER_THAN_SIGNS = 1.8;

    /** A page that is less sure may lie on its side or head. */
    private static final double UPRIGHT_IF_SURE = 0.85;
    /** So does one with more of its words in lines that run up or down. */
    private static final double MOST_TURNED = 0.3;

    private static final int ENOUGH_LETTERS = 40;
    /** Lines that are surer are not looked at again. */
    private static final double SURE = 0.97;

    private static final double LOWER = 0.05;
    private static final double QUARTER = 90;

    private final PagePixels page;
    private final PageLayout layout;
    private final ReadingOptions wish;
    private final LineNet net;
    private final SequenceModel following;

    private PageTextReader(PagePixels page, PageLayout layout, ReadingOptions wish) {
        this.page = page;
        this.layout = layout;
        this.wish = wish;
        this.net = LineNet.get();
        this.following = Languages.following(wish.languages(), net);
    }

    /** @param number of the page; boxes are in pixels from its top left */
    public static Page read(PagePixels page, int number, ReadingOptions wish) {
        PagePixels stated = page.square();
        double dots = PrintScale.dotsPerInch(stated);
        Page read = readUpright(new PagePixels(stated.image(), dots, dots), number, wish);
        return dots == stated.dotsPerInchX() ? read : read.scaled(dots / stated.dotsPerInchX());
    }

    private static Page readUpright(PagePixels square, int number, ReadingOptions wish) {
        InkMask mask = PageInk.of(square);
        Page read = level(square, mask, number, wish);
        boolean doubtful = (sureness(words(read)) < UPRIGHT_IF_SURE || turned(read) > MOST_TURNED)
                && Letters.of(mask, square.dotsPerInchX()).letters().size() >= ENOUGH_LETTERS;
        int quarters = doubtful ? Upright.quarters(mask, square.dotsPerInchX()) : 0;
        if (quarters == 0) {
            return read;
        }
        PagePixels turned = square.with(Turn.ofQuarters(quarters).applied(square.image()));
        Page other = level(turned, PageInk.of(turned), number, wish);
        return sureness(words(other)) - turned(other) > sureness(words(read)) - turned(read)
                ? new Page(
                        number,
                        other.width(),
                        other.height(),
                        other.unit(),
                        other.lines(),
                        other.lean() - QUARTER * quarters)
                : read;
    }

    private static Page level(PagePixels square, InkMask mask, int number, ReadingOptions wish) {
        PagePixels grey = square.with(Pixels.as(ColourDepth.GREY, square.image()));
        Straightening straightening = Straightening.of(mask, square.dotsPerInchX());
        PagePixels straight = straightening.isNeeded() ? straightening.apply(grey) : square;
        InkMask ink = straightening.isNeeded() ? PageInk.of(straight) : mask.copy();
        PageLayout layout = PageLayout.of(straight, ink);
        return new PageTextReader(straight, layout, wish)
                .read(number, square.pageWidth(), square.pageHeight(), straightening.degrees());
    }

    /** The share of its words in lines that run up or down. */
    private static double turned(Page page) {
        int all = words(page).size();
        int turned = page.lines().stream()
                .filter(Line::isTurned)
                .mapToInt(line -> line.words().size())
                .sum();
        return all == 0 ? 0 : (double) turned / all;
    }

    private static List<Word> words(Page page) {
        return page.lines().stream().flatMap(line -> line.words().stream()).toList();
    }

    private Page read(int number, double width, double height, double lean) {
        List<Word> level = new ArrayList<>();
        List<Line> turned = new ArrayList<>();
        layout.lines().forEach(spot -> level.addAll(printed(read(spot), spot)));
        for (PageLayout.Turned line : layout.turned()) {
            List<Word> across = new ArrayList<>();
            line.across().forEach(spot -> across.addAll(read(spot)));
            List<Word> along = alongTheSide(line.upwards());
            if (sureness(across) > sureness(along)) {
                level.addAll(printed(across));
            } else if (!printed(along).isEmpty()) {
                turned.add(new Line(along, Box.around(along, Word::box)));
            }
        }
        List<Line> lines = new ArrayList<>(Page.gather(level));
        lines.addAll(turned);
        return ColumnConsistency.agreed(new Page(number, width, height, Page.Unit.POINT, lines, lean));
    }

    private List<Word> alongTheSide(LineSpot spot) {
        List<Word> up = read(spot);
        List<Word> down = read(layout.onItsHead(spot));
        return sureness(up) >= sureness(down) ? up : down;
    }

    /** One stroke that would be several characters, or is wider than any, is a pen's, unless it reads well. */
    private static List<Word> printed(List<Word> words, LineSpot spot) {
        boolean wide = spot.right() - spot.left() > WIDER_THAN_SIGNS * spot.height();
        boolean stroke = spot.letters().size() == 1 && (wide || signs(words) > 1);
        double least = words.stream().mapToDouble(Word::confidence).min().orElse(0);
        boolean unsure = least < LEAST_SURE_AS_A_WORD || sureness(words) < LEAST_SURE_OF_A_STROKE;
        return stroke && unsure ? List.of() : printed(words);
    }

    private static int signs(List<Word> words) {
        return words.stream().mapToInt(word -> word.text().length()).sum();
    }

    /** Without what is no print. */
    private static List<Word> printed(List<Word> words) {
        return sureness(words) < (signs(words) <= 2 ? LEAST_SURE_OF_FEW : LEAST_SURE) ? List.of() : words;
    }

    /** Of its characters, on average. */
    private static double sureness(List<Word> words) {
        return words.stream()
                .flatMap(word -> word.doubts().signs().stream())
                .mapToDouble(Double::doubleValue)
                .average()
                .orElse(0);
    }

    private List<Word> read(LineSpot spot) {
        LineImage cut = LineImage.of(layout.picture(spot));
        StepScores steps = steps(cut);
        List<Word> words = words(steps, spot, cut);
        if (wish.care() == ReadingOptions.Care.CAREFUL && sureness(words) < SURE) {
            StepScores above = steps(LineImage.of(layout.picture(spot, -LOWER)));
            StepScores below = steps(LineImage.of(layout.picture(spot, LOWER)));
            return words(StepScores.meanOf(steps, above, below), spot, cut);
        }
        return words;
    }

    private StepScores steps(LineImage cut) {
        return StepScores.ofWeights(net.read(cut.points(), cut.width()));
    }

    private List<Word> words(StepScores steps, LineSpot spot, LineImage cut) {
        List<Word> words = new ArrayList<>();
        boolean quick = wish.care() == ReadingOptions.Care.QUICK;
        for (LineReader.Read read : LineReader.read(steps, net, following, quick)) {
            words.add(word(read, spot, cut));
        }
        return LookAlikes.settled(words);
    }

    private Word word(LineReader.Read read, LineSpot spot, LineImage cut) {
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
