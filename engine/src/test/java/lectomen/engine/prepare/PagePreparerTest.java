package lectomen.engine.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import lectomen.engine.LongRun;
import lectomen.engine.image.ColourDepth;
import lectomen.engine.image.PagePixels;
import lectomen.engine.image.Pixels;
import lectomen.engine.image.Turn;
import lectomen.engine.reason.Reason;
import org.junit.jupiter.api.Test;

class PagePreparerTest {
    private static final double DOTS = 100;

    /** Every so many of the pages are tried; all of them in a long run. */
    private static final int STEP = LongRun.of(25, 1);

    private static final Preparation NOTHING =
            new Preparation(false, false, false, false, false, false, false, OptionalDouble.empty());

    private static Preparation blankBelow(double mm2) {
        return new Preparation(false, false, false, true, true, false, false, OptionalDouble.of(mm2));
    }

    @Test
    void twoHundredLeaningPagesAreTurnedUprightAndStraightenedToATenthOfADegree() {
        List<String> off = new ArrayList<>();
        int wayUpUnknown = 0;
        for (int seed = 0; seed < 200; seed += STEP) {
            PaperMaker maker = new PaperMaker(seed, DOTS);
            Random random = new Random(seed);
            double degrees = (random.nextDouble() - 0.5) * 20;
            int quarters = random.nextInt(4);
            BufferedImage page = maker.leaning(maker.letter(), degrees, seed % 3 == 0);
            maker.wear(page, 0.25, 6, 60);
            BufferedImage turned = Turn.ofQuarters(quarters).applied(page);
            InkMask mask = Binarisation.of(maker.page(turned));
            Cleaning.erase(Cleaning.borders(Marks.of(mask), mask, maker.page(turned)), mask);
            Uprightness way = Uprightness.of(mask, DOTS);
            if (!way.sure()) {
                wayUpUnknown++;
            } else if ((quarters + way.quarters()) % 4 != 0) {
                off.add("page " + seed + " turned by " + quarters + " was set by " + way.quarters());
                continue;
            }
            for (int i = 0; i < (4 - quarters) % 4; i++) {
                mask = mask.turned();
            }
            double found = Skew.of(mask, DOTS).degrees();
            if (Math.abs(found - degrees) > 0.1) {
                off.add("page " + seed + " leans by " + degrees + ", found " + found);
            }
        }
        assertThat(off).isEmpty();
        assertThat(wayUpUnknown).as("pages left as they are").isLessThanOrEqualTo(2);
    }

    @Test
    void noPageWithAPrintedWordIsDroppedAsBlankAndBlankOnesAre() {
        List<String> wrong = new ArrayList<>();
        for (int seed = 0; seed < 500; seed += STEP) {
            PaperMaker maker = new PaperMaker(1_000 + seed, DOTS);
            boolean blank = seed / 10 % 2 == 0;
            BufferedImage page = blank ? maker.blank() : maker.oneWord(6 + seed % 7);
            if (seed % 3 == 0) {
                maker.showThrough(page, new PaperMaker(seed, DOTS).letter());
            }
            if (seed % 4 == 0) {
                maker.punch(page);
            }
            BufferedImage scanned = seed % 8 == 0 ? maker.leaning(page, 1.2, true) : page;
            maker.wear(scanned, 0.3, seed % 9, seed % 90);
            Prepared prepared = PagePreparer.prepare(maker.page(scanned), 1, blankBelow(Preparation.USUAL_BLANK_MM2));
            if (prepared.blank() != blank) {
                wrong.add(seed + (blank ? " is blank" : " has a word") + " and has " + prepared.inkMm2() + " mm²");
            }
        }
        assertThat(wrong.stream().filter(one -> one.contains("word"))).isEmpty();
        assertThat(wrong).as("blank pages that are kept").hasSizeLessThan(3);
    }

    @Test
    void aPageThatNeedsNothingComesOutAsItWentIn() {
        PaperMaker maker = new PaperMaker(3, DOTS);
        PagePixels page = maker.page(maker.letter());
        Prepared prepared = PagePreparer.prepare(page, 1, Preparation.USUAL);
        assertThat(prepared.done()).isEmpty();
        assertThat(Pixels.bytes(prepared.page().image())).isEqualTo(Pixels.bytes(page.image()));
    }

    @Test
    void aScanThatStatesWhatAScreenHasIsPreparedLikeOneThatStatesTheTruth() {
        PaperMaker maker = new PaperMaker(7, 300);
        BufferedImage page = maker.leaning(maker.letter(), 1.5, false);
        maker.wear(page, 0.1, 4, 400);
        maker.punch(page);
        PagePixels truth = new PagePixels(page, 300, 300);
        Prepared expected = PagePreparer.prepare(truth, 1, Preparation.USUAL);
        Prepared prepared = PagePreparer.prepare(new PagePixels(page, 72, 72), 1, Preparation.USUAL);
        assertThat(expected.done()).isNotEmpty();
        assertThat(prepared.done()).extracting(Reason::code).isEqualTo(codes(expected));
        assertThat(prepared.inkMm2()).isBetween(expected.inkMm2() * 0.95, expected.inkMm2() * 1.05);
        assertThat(prepared.page().dotsPerInchX())
                .as("it stays as large as it says")
                .isEqualTo(72);
    }

    private static List<String> codes(Prepared prepared) {
        return prepared.done().stream().map(Reason::code).toList();
    }

    @Test
    void holesAndBordersGoAndTheTextStays() {
        PaperMaker maker = new PaperMaker(5, DOTS);
        BufferedImage clean = maker.letter();
        BufferedImage punched = Pixels.part(clean, 0, 0, clean.getWidth(), clean.getHeight());
        BufferedImage copy = Pixels.empty(clean.getWidth(), clean.getHeight(), ColourDepth.GREY);
        System.arraycopy(Pixels.bytes(punched), 0, Pixels.bytes(copy), 0, Pixels.bytes(copy).length);
        maker.punch(copy);
        for (int y = 0; y < copy.getHeight(); y++) {
            for (int x = 0; x < 20; x++) {
                Pixels.bytes(copy)[y * copy.getWidth() + x] = 12;
            }
        }
        Preparation edges = new Preparation(false, false, false, true, false, false, false, OptionalDouble.empty());
        Prepared prepared = PagePreparer.prepare(maker.page(copy), 1, edges);
        assertThat(prepared.done().stream().map(Reason::code))
                .containsExactly("page.borders-removed", "page.holes-removed");
        InkMask now = Binarisation.of(prepared.page());
        InkMask before = Binarisation.of(maker.page(clean));
        assertThat(now.dark()).isEqualTo(before.dark());
    }

    @Test
    void specksGoAndDotsOfLettersStay() {
        PaperMaker maker = new PaperMaker(6, 300);
        BufferedImage page = maker.letter();
        double before = PagePreparer.prepare(maker.page(page), 1, NOTHING).inkMm2();
        maker.wear(page, 0, 0, 400);
        Preparation specks = new Preparation(false, false, false, false, true, false, false, OptionalDouble.empty());
        Prepared cleaned = PagePreparer.prepare(maker.page(page), 1, specks);
        assertThat(cleaned.inkMm2()).isBetween(before * 0.999, before * 1.001);
        int marks = Marks.of(Binarisation.of(cleaned.page())).size();
        int marksBefore = Marks.of(Binarisation.of(maker.page(new PaperMaker(6, 300).letter())))
                .size();
        assertThat(marks - marksBefore).as("specks near letters are left").isBetween(-2, 120);
    }

    @Test
    void aHundredPhotographsAreCutOutAndSetStraight() {
        List<String> off = new ArrayList<>();
        for (int seed = 0; seed < 100; seed += STEP) {
            PaperMaker maker = new PaperMaker(seed, 120);
            PaperMaker.Photograph photo = maker.photograph(maker.letter());
            var sheet = Sheet.find(photo.page());
            if (sheet.isEmpty()) {
                off.add(seed + ": no sheet");
                continue;
            }
            double diagonal = Math.hypot(photo.page().width(), photo.page().height());
            double worst = 0;
            for (int i = 0; i < 4; i++) {
                double[] found = sheet.get().corners()[i];
                double[] real = photo.corners()[i];
                worst = Math.max(worst, Math.hypot(found[0] - real[0], found[1] - real[1]) / diagonal);
            }
            PagePixels cut = sheet.get().cutOut(photo.page());
            double lean = Skew.of(Binarisation.of(cut), cut.dotsPerInchX()).degrees();
            if (worst > 0.012 || Math.abs(lean) > 0.8) {
                off.add(seed + ": corner off by " + worst + ", text leans by " + lean);
            }
        }
        assertThat(off).hasSizeLessThanOrEqualTo(2);
    }
}
